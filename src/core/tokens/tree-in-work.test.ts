import fc from 'fast-check';
import type { Item } from '../document/item';
import type { GroupItem, TokenItem } from './items';
import { libraryTree } from './token-tree';
import { TreeInWork } from './tree-in-work';

const names = ['a', 'b', 'c'];
const groups = ['g0', 'g1', 'g2'];
const ids = [...groups, 't0', 't1', 't2'];
const node = fc.record({
  id: fc.constantFrom(...ids),
  name: fc.constantFrom(...names),
  parent: fc.constantFrom(null, null, ...groups),
  order: fc.constantFrom('a0', 'a1', 'a2', 'a3'),
  redirects: fc.subarray(['a', 'b.c', 'old']),
  text: fc.constantFrom('{}', '{"$value":1}'),
});
type Drawn = { text: string } & Omit<TokenItem, 'kind' | 'declarations'>;
const itemOf = ({ text, ...rest }: Drawn) =>
  ({
    ...rest,
    kind: groups.includes(rest.id) ? 'group' : 'token',
    declarations: { layer: { text, refs: [] } },
  }) as TokenItem | GroupItem;
const layer: Item = { id: 'layer', kind: 'layer', name: 'base', when: [], file: null, order: 'a0' };

test('a tree followed item by item is the tree read anew', () => {
  const step = fc.record({ node, remove: fc.boolean(), asks: fc.boolean(), renames: fc.boolean() });
  fc.assert(
    fc.property(fc.array(node, { maxLength: 6 }), fc.array(step, { maxLength: 12 }), (start, steps) => {
      const items = new Map<string, Item>([['layer', layer]]);
      for (const one of start) items.set(one.id, itemOf(one));
      const work = new TreeInWork(items, libraryTree(new Map(items)));
      for (const [i, { node: one, remove, asks, renames }] of steps.entries()) {
        const before = items.get(one.id);
        if (renames && before) items.set(one.id, { ...before, name: one.name } as TokenItem);
        else if (remove) items.delete(one.id);
        else items.set(one.id, itemOf(one));
        work.follow(before, items.get(one.id));
        // What was not asked in between has to be right too.
        if (!asks && i < steps.length - 1) continue;
        const [seen, fresh] = [work.current(), libraryTree(new Map(items))];
        expect(seen.paths).toEqual(fresh.paths);
        // Two at one path are never stored; while a gesture passes through it either may be found there.
        const once = (path: string) => [...fresh.paths.values()].filter((other) => other === path).length < 2;
        const called = (tree: typeof seen) =>
          [...tree.ids].filter(([path, id]) => once(path) && fresh.paths.get(id) === path).sort();
        expect(called(seen)).toEqual(called(fresh));
        expect([...seen.ids.keys()].sort()).toEqual([...fresh.ids.keys()].sort());
        const plain = (tree: typeof seen) =>
          tree.nodes
            .map(({ item, path, depth }) => [item, path, depth] as const)
            .sort(([a], [b]) => (a.id < b.id ? -1 : 1));
        expect(plain(seen)).toEqual(plain(fresh));
        for (const [parent, list] of fresh.children)
          expect((seen.children.get(parent) ?? []).map(({ order }) => order)).toEqual(
            list.map(({ order }) => order),
          );
      }
    }),
    { numRuns: 500 },
  );
});
