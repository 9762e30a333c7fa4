import { itemsOf, type Document, type Item } from '@/core/document/item';
import { setField } from '@/core/document/edits';
import type { TokenItem } from '@/core/tokens/items';
import { libraryTree } from '@/core/tokens/token-tree';
import { LIBRARY_QUERIES } from '@/editing/queries';
import type { OpenLibrary } from '@/editing/session/open-library';
import { apply, childOf, demo, opened } from '@/testing/library';

const keel = demo();
const token = (document: Document, path: string) =>
  document.items.get(libraryTree(document.items).ids.get(path)!) as TokenItem;
const declared = (document: Document, path: string, layer: string, text: string): Document => {
  const { id } = itemsOf(document.items, 'layer').find(({ name }) => name === layer)!;
  const item = token(document, path);
  return apply(document, [setField(item, `declarations/${id}`, { ...item.declarations[id]!, text })]);
};
const RED = '{"$value":{"colorSpace":"srgb","components":[0.3,0,0.5],"hex":"#4d0080"}}';
/** The demo library as its next release, with another red and one token less. */
const next = (() => {
  const red = declared(keel, 'color.buoy.700', 'primitives', RED);
  return { ...red, items: new Map([...red.items].filter(([id]) => id !== token(keel, 'motion.fast')?.id)) };
})();

/** A library that has this and its parent, at 1.0.0, with what was read of 1.1.0, and what it asks to have read. */
function child(read?: Document | { problem: string }, own: readonly Item[] = [], role = 'maintainer') {
  const { released, more, parents } = childOf(keel, own, read);
  const library = opened(released, released, { role, ...more });
  const wanted: string[] = [];
  Object.assign(library.surroundings, { parents, wantParent: (version: string) => wanted.push(version) });
  return { library, wanted };
}
const review = (library: OpenLibrary) => {
  const view = LIBRARY_QUERIES.parentUpgrade(library, { version: '1.1.0' });
  if (!view || 'problem' in view) throw new Error('There is no review');
  return view;
};

test('a release of the parent is asked for where it is not read yet, and why it cannot be is said', () => {
  const { library, wanted } = child(undefined);
  expect(LIBRARY_QUERIES.parentUpgrade(library, { version: '1.1.0' })).toBeNull();
  expect(wanted).toEqual(['1.1.0']);
  const problem = { problem: 'There is no release 1.1.0 of keel.' };
  expect(LIBRARY_QUERIES.parentUpgrade(child(problem).library, { version: '1.1.0' })).toEqual(problem);
  expect(LIBRARY_QUERIES.parentUpgrade(opened(keel), { version: '1.1.0' })).toEqual({
    problem: 'This library inherits from no library that you may see.',
  });
});

test('the review names what would be other, how it is other, and where it is seen', () => {
  const { library } = child(next);
  const view = review(library);
  expect([view.parent, view.from, view.to, view.canTake, view.broken]).toEqual([
    'Keel',
    '1.0.0',
    '1.1.0',
    true,
    [],
  ]);
  const red = view.entries.find(({ title }) => title === 'color.buoy.700')!;
  expect(red.changes[0]).toMatchObject({ after: expect.stringContaining('#4d0080') });
  expect(red.href).toBe('/libraries/hull/tokens/color.buoy.700');
  expect(red.reached.map(({ title }) => title)).toContain('button');
  // The parent’s release itself is no change of its own: it is what is being looked at.
  expect(view.entries.map(({ kind }) => kind)).not.toContain('parent');
  expect(review(child(keel).library)).toMatchObject({ entries: [], bump: 'none' });
  expect(review(child(next, [], 'viewer').library).canTake).toBe(false);
});

test('an override of what the release no longer has is named, and stays as the library’s own', () => {
  const gone = token(keel, 'radius.large');
  const without = { ...keel, items: new Map([...keel.items].filter(([id]) => id !== gone.id)) };
  const view = review(child(without, [gone]).library);
  expect(view.released.map(({ title, href }) => [title, href])).toEqual([
    ['radius.large', '/libraries/hull/tokens/radius.large'],
  ]);
  expect(view.entries).toEqual([]);
});

test('a change is drawn in a component, and under the props, with which it is seen', () => {
  const { library } = child(next);
  const item = token(keel, 'color.buoy.700').id;
  const drawn = LIBRARY_QUERIES.changeSpecimen(library, { item, upgrade: '1.1.0' })!;
  expect(drawn.before).not.toEqual(drawn.after);
  expect([drawn.before!.css.includes('#4d0080'), drawn.after!.css.includes('#4d0080')]).toEqual([
    false,
    true,
  ]);
  // A badge is the first that the red reaches; as it is drawn by itself it has none of it.
  expect([drawn.component, /data-status="cancelled"/.test(drawn.after!.html)]).toEqual(['badge', true]);
  // The same of a draft against its last release.
  const draft = opened(keel, next);
  expect(LIBRARY_QUERIES.changeSpecimen(draft, { item })).toMatchObject({
    component: 'badge',
    before: drawn.before!,
    after: { html: drawn.after!.html },
  });
  expect(LIBRARY_QUERIES.changeSpecimen(library, { item, upgrade: '9.0.0' })).toBeNull();
  // A component that the release has not does not show a change of a token.
  const badge = itemsOf(keel.items, 'component').find(({ name }) => name === 'badge')!;
  const before = { ...keel, items: new Map([...keel.items].filter(([id]) => id !== badge.id)) };
  expect(LIBRARY_QUERIES.changeSpecimen(opened(before, next), { item })).toMatchObject({
    component: expect.not.stringMatching(/^badge$/), before: expect.anything(), after: expect.anything(),
  }); // prettier-ignore
  expect(LIBRARY_QUERIES.changeSpecimen(opened(before, next), { item: badge.id })).toMatchObject({ component: 'badge', before: null }); // prettier-ignore
  // What is not to be seen is not drawn.
  const red = token(keel, 'color.buoy.700');
  const layer = Object.keys(red.declarations)[0]!;
  const said = red.declarations[layer]!;
  const described = { ...red, declarations: { ...red.declarations, [layer]: { ...said, text: said.text.replace(/^\{/, '{"$description":"Danger",') } } }; // prettier-ignore
  const told = { ...keel, items: new Map([...keel.items, [red.id, described]]) };
  expect(LIBRARY_QUERIES.changeSpecimen(opened(keel, told), { item })).toBeNull();
});
