import fc from 'fast-check';
import type { Item } from '../document/item';
import type { TokenItem } from './items';
import { libraryTree, treeNaming } from './token-tree';

const token = fc.record({
  name: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
  parent: fc.constantFrom(null, 'g0', 'g0', 'g1', 'gone'),
  order: fc.constantFrom('a0', 'a1', 'a2'),
  redirects: fc.subarray(['a', 'gull.a', 'gull.b', 'old']),
});
type Drawn = Pick<TokenItem, 'name' | 'parent' | 'order' | 'redirects'>;
const itemOf = (id: string, drawn: Drawn, text = '{}') =>
  ({ id, kind: 'token', ...drawn, declarations: { layer: { text, refs: [] } } }) as TokenItem;
const groups = ['gull', 'tern'].map(
  (name, i) =>
    ({
      id: `g${i}`,
      kind: 'group',
      name,
      parent: null,
      order: 'a1',
      declarations: {},
      redirects: [],
    }) as Item,
);
const change = fc.record({
  at: fc.nat(5),
  name: fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f', 'old'),
  redirects: fc.subarray(['a', 'gull.a', 'gull.b', 'old', 'late']),
});

test('a tree with other names is the tree read anew', () => {
  let followed = 0;
  fc.assert(
    fc.property(
      fc.array(token, { minLength: 1, maxLength: 6 }),
      fc.array(change, { minLength: 1, maxLength: 4 }),
      (tokens, changes) => {
        const items = new Map<string, Item>(groups.map((group) => [group.id, group]));
        tokens.forEach((one, i) => items.set(`t${i}`, itemOf(`t${i}`, one)));
        const said = new Map<string, TokenItem>();
        for (const { at, name, redirects } of changes) {
          const was = items.get(`t${at % tokens.length}`) as TokenItem;
          said.set(was.id, itemOf(was.id, { ...was, name, redirects }, '{"$value":1}'));
        }
        const before = libraryTree(items);
        const after = libraryTree(new Map([...items].map(([id, item]) => [id, said.get(id) ?? item])));
        const named = treeNaming(before, said);
        // Two at one path are never stored.
        const isDouble = new Set(before.paths.values()).size < before.paths.size;
        if (!named || isDouble) return;
        followed++;
        expect(named.tree).toEqual(after);
        expect([...named.tree.paths.keys()]).toEqual([...after.paths.keys()]);
        expect(new Map([...named.renamed].map(([id, { to }]) => [id, to]))).toEqual(
          new Map([...after.paths].filter(([id, path]) => before.paths.get(id) !== path)),
        );
      },
    ),
    { numRuns: 1000 },
  );
  expect(followed).toBeGreaterThan(200);
});

test.each([
  ['two change places', { t0: 'b', t1: 'a' }, { 'gull.b': 't0', 'gull.a': 't1' }],
  ['one takes the name another leaves', { t0: 'b', t1: 'c' }, { 'gull.b': 't0', 'gull.c': 't1' }],
])('%s', (_, names: Record<string, string>, expected: Record<string, string>) => {
  const items = new Map<string, Item>(groups.map((group) => [group.id, group]));
  for (const [id, name] of [['t0', 'a'], ['t1', 'b']] as const)
    items.set(id, itemOf(id, { name, parent: 'g0', order: `a${id}`, redirects: [] })); // prettier-ignore
  const said = new Map(
    Object.entries(names).map(([id, name]) => [id, { ...(items.get(id) as TokenItem), name }]),
  );
  const { tree } = treeNaming(libraryTree(items), said)!;
  expect(Object.fromEntries(tree.ids)).toEqual({ gull: 'g0', tern: 'g1', ...expected });
});
