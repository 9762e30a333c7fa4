import fc from 'fast-check';
import { documentOf } from '../document/change-set';
import type { Item, Items } from '../document/item';
import { applyChangeSet, brokenInvariants, kindOf } from '../kinds/registry';
import { libraryTree } from '../tokens/token-tree';
import { effectiveLibrary } from '../library/effective';
import { parentUpgrade } from './parent-upgrade';

const layer = { id: 'layer_base', kind: 'layer', order: 'a0', name: 'base', when: [] } as unknown as Item;
const group = (id: string, parent: string | null = null, name = id) =>
  ({ id, kind: 'group', name, parent, order: 'a0', declarations: {}, redirects: [] }) as unknown as Item;
const token = (id: string, parent: string | null = null, name = id, on = 'layer_base') =>
  ({
    id,
    kind: 'token',
    name,
    parent,
    order: 'a0',
    redirects: [],
    declarations: { [on]: { type: 'number', text: '{"$type":"number","$value":1}', refs: [] } },
  }) as unknown as Item;
const parent = {
  id: 'parent_1',
  kind: 'parent',
  library: { id: 'library_keel', path: 'Keel' },
  version: '1.0.0',
} as Item;
const items = (...all: Item[]): Items => new Map(all.map((item) => [item.id, item]));
const keel = (version: string, ...all: Item[]) => [{ name: 'Keel', version, items: items(layer, ...all) }];

/** The own items after the upgrade, with what would be broken of the whole. */
function upgraded(own: Items, then: ReturnType<typeof keel>, now: ReturnType<typeof keel>) {
  const upgrade = parentUpgrade(own, '2.0.0', then, now)!;
  const result = applyChangeSet(documentOf('hull', 'library', [...own.values()]), { edits: upgrade.edits });
  if ('clashes' in result) throw new Error(result.clashes[0]!.message);
  const broken = brokenInvariants({
    before: own,
    after: result.document.items,
    touched: result.touched,
    inherited: now.map((generation) => generation.items),
    inheritedBefore: then.map((generation) => generation.items),
  });
  return { ...upgrade, after: result.document.items, refused: broken };
}

test('a library without a parent has nothing to upgrade', () => {
  expect(parentUpgrade(items(token('a')), '2.0.0', [], [])).toBeUndefined();
});

test('where what is overridden stays, the release alone changes', () => {
  const own = items(parent, token('a'));
  const { edits, released, kept, refused } = upgraded(
    own,
    keel('1', token('a')),
    keel('2', token('a'), token('b')),
  );
  expect(edits.map(({ item, path, after }) => [item, path, after])).toEqual([
    ['parent_1', 'version', '2.0.0'],
  ]);
  expect([released, kept, refused]).toEqual([[], [], []]);
});

test('an override of what is gone becomes the library’s own, with all that it stands on', () => {
  const own = items(parent, token('a', 'inner', 'a', 'layer_dark'), token('x', 'outer'));
  const dark = { ...layer, id: 'layer_dark', name: 'dark' } as Item;
  const then = keel(
    '1',
    group('outer'),
    group('inner', 'outer'),
    dark,
    token('a', 'inner'),
    token('b', 'inner'),
  );
  const { released, kept, after, refused } = upgraded(own, then, keel('2', token('c')));
  expect(released.map(({ id }) => id)).toEqual(['a']);
  // What nothing of the library's own stands on goes.
  expect(kept.map(({ id }) => id).sort()).toEqual(['inner', 'layer_dark', 'outer']);
  expect(refused).toEqual([]);
  expect([...libraryTree(after).ids.keys()].sort()).toEqual([
    'outer',
    'outer.inner',
    'outer.inner.a',
    'outer.x',
  ]);
});

test('what another brings under a name of the library’s own stands in the way, whoever makes the edit', () => {
  const own = items(parent, group('mine', null, 'space'));
  const then = keel('1', token('a'));
  const now = keel('2', token('a'), group('theirs', null, 'space'));
  const { broken, refused } = upgraded(own, then, now);
  expect(broken).toEqual([
    {
      item: 'mine',
      message: 'The group “space” is in this library, and another of that name would be inherited',
      fix: 'Rename or remove the one in this library first',
    },
  ]);
  expect(refused.map(({ code, item }) => [code, item])).toEqual([['inherited', 'mine']]);
  // An item that is inherited under another name than before takes that name, too.
  const renamed = upgraded(own, keel('1', group('a', null, 'b')), keel('2', group('a', null, 'space')));
  expect(renamed.broken.map(({ item }) => item)).toEqual(['mine']);
  // What was there twice before is no reason to refuse.
  expect(upgraded(own, now, now).broken).toEqual([]);
});

test('what would be kept says so where its name is taken', () => {
  const own = items(parent, token('x', 'a'));
  const { broken } = upgraded(own, keel('1', group('a')), keel('2', group('b', null, 'a')));
  expect(broken).toEqual([
    {
      item: 'a',
      message:
        'The group “a” would be kept for what this library has in it, and another of that name would be inherited',
      fix: 'Move what this library has in it to another group first',
    },
  ]);
});

test('an edit of the release alone, which leaves own items without what they stand on, is refused', () => {
  const own = items(parent, token('a', 'inner'));
  const then = keel('1', group('inner'), token('a', 'inner'));
  const now = keel('2', token('c'));
  const broken = brokenInvariants({
    before: own,
    after: new Map([...own, ['parent_1', { ...parent, version: '2.0.0' } as Item]]),
    touched: new Set(['parent_1']),
    inherited: now.map((generation) => generation.items),
    inheritedBefore: then.map((generation) => generation.items),
  });
  expect(broken.map(({ code, item, message }) => [code, item, message])).toEqual([
    ['inherited', 'a', 'The token “a” needs the group “inner”, which would no longer be inherited'],
  ]);
});

/** Trees of groups and tokens in which ids say nothing of where things stand. */
const tree = (prefix: string) =>
  fc
    .array(fc.tuple(fc.constantFrom('group', 'token'), fc.nat(5), fc.constantFrom('a', 'b', 'c')), {
      maxLength: 8,
    })
    .map((made) => {
      const all = new Map<string, Item>();
      const taken = new Set<string>();
      made.forEach(([kind, at, name], i) => {
        const groups = [null, ...[...all.values()].filter((one) => one.kind === 'group').map(({ id }) => id)];
        const under = groups[at % groups.length]!;
        if (taken.has(`${under} ${name}`)) return;
        taken.add(`${under} ${name}`);
        const id = `${prefix}${i}`;
        all.set(id, kind === 'group' ? group(id, under, name) : token(id, under, name));
      });
      return all;
    });

test('whatever two releases hold and a library overrides or adds: it is refused, or all it held stands and is reached', () => {
  fc.assert(
    fc.property(
      tree('k'),
      fc.array(fc.nat(7), { maxLength: 5 }),
      tree('n'),
      fc.array(fc.tuple(fc.nat(7), fc.boolean()), { maxLength: 6 }),
      (old, dropped, fresh, overridden) => {
        const gone = new Set(dropped.map((i) => `k${i}`));
        const next = new Map([...old].filter(([id]) => !gone.has(id)));
        // A release is whole: what stood in a group that is gone is gone.
        for (let again = true; again;) {
          again = false;
          for (const [id, item] of next)
            if ('parent' in item && item.parent !== null && !next.has(item.parent as string))
              again = next.delete(id);
        }
        const names = new Set(
          [...next.values()].map(
            (item) => `${(item as { parent: string | null }).parent} ${(item as { name: string }).name}`,
          ),
        );
        for (const [id, item] of fresh) {
          const { parent: under, name } = item as { parent: string | null; name: string };
          if ((under === null || next.has(under)) && !names.has(`${under} ${name}`)) next.set(id, item);
        }
        const own = new Map<string, Item>([[parent.id, parent]]);
        for (const [i, adds] of overridden) {
          const item = old.get(`k${i}`);
          if (!item) continue;
          if (adds && item.kind === 'group') own.set(`o${i}`, token(`o${i}`, item.id, 'own'));
          else own.set(item.id, item);
        }
        const [then, now] = [keel('1', ...old.values()), keel('2', ...next.values())];
        const { after, broken, refused } = upgraded(own, then, now);
        expect(new Set(refused.map(({ item }) => item))).toEqual(new Set(broken.map(({ item }) => item)));
        if (refused.length > 0) return;
        const { authored } = effectiveLibrary([...now, { name: 'Hull', version: 'draft', items: after }]);
        const { paths } = libraryTree(authored);
        for (const [id, item] of own) {
          expect(authored.has(id)).toBe(true);
          for (const needed of kindOf(item).requires(item)) expect(authored.has(needed.id)).toBe(true);
          if (item.kind !== 'parent') expect(paths.has(id)).toBe(true);
        }
        expect(new Set(paths.values()).size).toBe(paths.size);
      },
    ),
    { numRuns: 300 },
  );
});
