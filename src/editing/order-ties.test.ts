import { documentOf } from '@/core/document/change-set';
import { itemsOf, ordered, type Document, type Item } from '@/core/document/item';
import { libraryTree } from '@/core/tokens/token-tree';
import { LIBRARY_COMMANDS } from '@/editing/commands';
import type { Command } from '@/editing/session/command';
import { apply, demo, newId, opened } from '@/testing/library';

/** What two people add to the same place at the same time has the same order key: each gesture has to get between. */
const tied = (is: (item: Item, document: Document) => boolean): Document => {
  const before = demo();
  return documentOf(
    before.id,
    before.kind,
    [...before.items.values()].map((item) => (is(item, before) ? ({ ...item, order: 'a5' } as Item) : item)),
  );
};
const done = (document: Document, command: (library: ReturnType<typeof opened>) => Command): Document => {
  const made = command(opened(document));
  if ('problem' in made) throw new Error(made.problem);
  return apply(document, made.edits);
};

test('components of one rank are put in any order, also where all began with one key', () => {
  let document = tied((item) => item.kind === 'component');
  const all = () =>
    itemsOf(document.items, 'component')
      .filter(({ rank }) => rank !== null)
      .sort((a, b) => (a.order < b.order ? -1 : a.order > b.order ? 1 : 0))
      .map(({ name }) => name);
  const put = (names: string[], before?: string) => {
    document = done(document, (library) =>
      LIBRARY_COMMANDS.rankComponents(library, { names, rank: 'signs', ...(before && { before }) }, newId),
    );
  };
  put(['notice', 'badge', 'toast']);
  expect(all()).toEqual(['notice', 'badge', 'toast']);
  put(['toast'], 'badge');
  expect(all()).toEqual(['notice', 'toast', 'badge']);
  put(['button'], 'toast');
  put(['field'], 'toast');
  expect(all()).toEqual(['notice', 'button', 'field', 'toast', 'badge']);
});

test('a token is moved before any of its siblings, also among those of one key', () => {
  const spaceOf = (now: Document) => libraryTree(now.items).ids.get('space')!;
  const document = tied((item, now) => item.kind === 'token' && item.parent === spaceOf(now));
  const names = (now: Document) =>
    (libraryTree(now.items).children.get(spaceOf(now)) ?? []).map((item) =>
      'name' in item ? item.name : '',
    );
  const first = names(document);
  expect(first.length).toBeGreaterThan(4);
  for (const at of [1, 2, first.length - 1]) {
    const moved = done(document, (library) =>
      LIBRARY_COMMANDS.move(
        library,
        { paths: [`space.${first[0]}`], into: 'space', before: `space.${first[at]}` },
        newId,
      ),
    );
    expect(names(moved)).toEqual([...first.slice(1, at), first[0], ...first.slice(at)]);
  }
});

test('a block of a guide is added behind and moved to any place among blocks of one key', () => {
  const document = tied(() => false);
  const guide = itemsOf(document.items, 'guide')[0]!;
  const blocks = Object.fromEntries(
    Object.entries(guide.blocks).map(([id, block]) => [id, { ...block, order: 'a5' }]),
  );
  const one = documentOf(
    document.id,
    document.kind,
    [...document.items.values()].map((item) => (item.id === guide.id ? { ...guide, blocks } : item)),
  );
  const idsOf = (now: Document) => ordered(itemsOf(now.items, 'guide')[0]!.blocks).map(({ id }) => id);
  const before = idsOf(one);
  const moved = done(one, (library) =>
    LIBRARY_COMMANDS.moveBlock(library, { guide: guide.name, block: before[0]!, to: 2 }),
  );
  expect(idsOf(moved)).toEqual([before[1], before[2], before[0], ...before.slice(3)]);
  const added = done(one, (library) =>
    LIBRARY_COMMANDS.addBlock(
      library,
      { guide: guide.name, block: { kind: 'text', fields: { markdown: 'New' } }, behind: before[1]! },
      newId,
    ),
  );
  const now = idsOf(added);
  expect(now.filter((id) => before.includes(id))).toEqual(before);
  expect(before).not.toContain(now[2]);
});

test('a layer for two contexts is made behind layers of one key, which stay as they were', () => {
  const document = tied((item) => item.kind === 'layer');
  const names = (now: Document) =>
    itemsOf(now.items, 'layer')
      .sort((a, b) => (a.order < b.order ? -1 : a.order > b.order ? 1 : 0))
      .map(({ name }) => name);
  const before = names(document);
  const made = done(document, (library) =>
    LIBRARY_COMMANDS.setUnder(
      library,
      { path: 'space.4', when: { brand: 'gannet', scheme: 'light' }, text: '20px' },
      newId,
    ),
  );
  const after = names(made);
  expect(after.filter((name) => name !== 'gannet light')).toEqual(before);
  expect(after).toHaveLength(before.length + 1);
});
