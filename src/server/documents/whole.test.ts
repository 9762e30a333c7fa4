import { addItem, moveEntry, removeItem, setField, type Edit } from '@/core/document/edits';
import type { Item } from '@/core/document/item';
import type { GroupItem, TokenItem } from '@/core/tokens/items';
import { refusalOf, testWorkspace, type TestWorkspace } from '@/testing/server';
import { perform } from '../perform';

/**
 * What no field alone can say of a document: each of two change sets is right by itself, and together they would break
 * the whole. The second is refused, says which edit and why, and writes nothing.
 */
let workspace: TestWorkspace;
beforeAll(async () => void (workspace = await testWorkspace()));
const closing: (() => Promise<void>)[] = [];
afterAll(async () => {
  for (const close of closing) await close();
  await workspace.close();
});

async function library() {
  const { knex, close } = await workspace.again();
  closing.push(close);
  let count = 0;
  const act = <T>(who: string, id: string, input: object) =>
    perform(knex, id, workspace.actors[who]!, input) as Promise<T>;
  const change = (who: string, edits: Edit[], slug = 'lib') =>
    act(who, 'documents.change', { slug, id: `change_whole_${++count}`, label: 'x', edits });
  const refused = (work: Promise<unknown>) => refusalOf(knex, work);
  const items = async (slug = 'lib') =>
    (await act<{ items: Item[] }>('owner', slug === 'prod' ? 'products.open' : 'libraries.open', { slug }))
      .items;
  return { knex, act, change, refused, items };
}
const group = (id: string, name: string, parent: string | null = null): GroupItem => ({
  id, kind: 'group', name, parent, order: 'a9', declarations: {}, redirects: [],
}); // prettier-ignore
const token = (id: string, name: string, parent: string | null): TokenItem => ({
  ...group(id, name, parent),
  kind: 'token',
});

test('two people move two groups into each other: the second is told', async () => {
  const { change, refused } = await library();
  const [a, b] = [group('group_a', 'a'), group('group_b', 'b')];
  await change('owner', [addItem(a), addItem(b)]);
  await change('owner', [setField(a, 'parent', 'group_b')]);
  const problem = await refused(change('maintainer', [setField(b, 'parent', 'group_a')]));
  expect(problem).toMatchObject({
    status: 409,
    code: 'breaks',
    detail: expect.stringMatching(/^The group “b” would stand in itself\. .*place/),
    more: { broken: [{ edit: 0, item: 'group_b', code: 'circle' }] },
  });
});

test('a group moved into itself is told', async () => {
  const { change, refused } = await library();
  const a = group('group_a', 'a');
  await change('owner', [addItem(a)]);
  expect((await refused(change('owner', [setField(a, 'parent', 'group_a')]))).detail).toMatch(
    /“a” would stand in itself/,
  );
});

test('one person adds to a group that another removes, in either order', async () => {
  const { change, refused } = await library();
  const [a, inside] = [group('group_a', 'a'), token('token_t', 'late', 'group_a')];
  await change('owner', [addItem(a)]);
  await change('maintainer', [addItem(inside)]);
  expect(await refused(change('owner', [removeItem(a)]))).toMatchObject({
    detail: expect.stringMatching(/The group “a” cannot be removed: the token “late” is still in it/),
    more: { broken: [{ edit: 0, item: 'group_a', code: 'required' }] },
  });
  await change('owner', [removeItem(inside), removeItem(a)]);
  expect((await refused(change('maintainer', [addItem(inside)]))).detail).toMatch(
    /“late” needs a group that is not there/,
  );
});

test('two people give one name among siblings; undo cannot bring a second one back', async () => {
  const { act, change, refused, items } = await library();
  const color = (await items()).find((item) => item.kind === 'group' && item.name === 'color')!;
  const [first, second] = [token('token_a', 'accent', color.id), token('token_b', 'accent', color.id)];
  await change('owner', [addItem(first)]);
  const problem = await refused(
    change('maintainer', [addItem(token('token_c', 'other', null)), addItem(second)]),
  );
  expect(problem).toMatchObject({ more: { broken: [{ edit: 1, item: 'token_b', code: 'unique' }] } });
  expect(problem.detail).toMatch(/token “accent” there already/);
  await change('owner', [removeItem(first)]);
  await change('maintainer', [addItem(second)]);
  expect(
    (await refused(act('owner', 'documents.undo', { slug: 'lib', id: 'change_undo_1' }))).detail,
  ).toMatch(/“accent” there already/);
});

test('a product has one pin of a library, and a library one parent', async () => {
  const { act, change, refused, items } = await library();
  const [pin] = (await items('prod')).filter((item) => item.kind === 'pin');
  const again = { ...pin!, id: 'pin_again' } as Item;
  expect((await refused(change('owner', [addItem(again)], 'prod'))).detail).toMatch(
    /the pin “Lib 1\.0\.0” there already/,
  );
  await act('owner', 'libraries.create', {
    name: 'Child',
    slug: 'child',
    parent: { slug: 'lib', version: '1.0.0' },
  });
  const [parent] = (await items('child')).filter((item) => item.kind === 'parent');
  expect(
    (await refused(change('owner', [addItem({ ...parent!, id: 'parent_again' } as Item)], 'child'))).code,
  ).toBe('breaks');
});

test('a library inherits from one that inherits, and what stands in each is one whole', async () => {
  const { act, change, refused, items } = await library();
  const create = (slug: string, parent: string) =>
    act('owner', 'libraries.create', { name: slug, slug, parent: { slug: parent, version: '1.0.0' } });
  await create('child', 'lib');
  await change('owner', [addItem(token('token_child', 'tint', null))], 'child');
  const component = { name: 'tag-line', rank: 'basic', props: [], parts: [{ name: 'root' }], rules: [] };
  await act('owner', 'libraries.import', { slug: 'child', files: [{ name: 'tag-line.component.json', text: JSON.stringify(component) }, { name: 'tag-line.html', text: '<p part="root"></p>' }] });
  const { sequence } = (await act('owner', 'libraries.open', { slug: 'child' })) as { sequence: number };
  await act('owner', 'releases.publish', { slug: 'child', sequence, version: '1.0.0', leftOut: [], summary: '' });
  await create('grandchild', 'child');
  expect((await items('grandchild')).map(({ kind }) => kind)).toEqual(['parent']);
  // A product that has pinned the youngest uses what that inherits, by name.
  const publish = async (slug: string) => {
    const opened = (await act('owner', 'libraries.open', { slug })) as { sequence: number };
    await act('owner', 'releases.publish', { slug, sequence: opened.sequence, version: '1.0.0', leftOut: [], summary: '' });
  };
  await change('owner', [addItem(token('token_own', 'own', null))], 'grandchild');
  await publish('grandchild');
  await act('owner', 'products.create', { name: 'Site', slug: 'site', libraries: [{ slug: 'grandchild' }] });
  await act('owner', 'products.import', { slug: 'site', files: [{ name: 'a.html', text: '<main title="A"><grand-child-tag-line></grand-child-tag-line><grandchild-tag-line></grandchild-tag-line></main>' }] });
  const site = (await act('owner', 'products.open', { slug: 'site' })) as { items: Item[] };
  expect(site.items.filter(({ kind }) => kind === 'placement')).toHaveLength(2);
  // What it inherits from both stands in the way of a second of one name.
  const color = (await items()).find((item) => item.kind === 'group' && item.name === 'color')!;
  for (const [name, parent] of [['tint', null], ['text', color.id]] as const)
    expect((await refused(change('owner', [addItem(token(`token_${name}`, name, parent))], 'grandchild'))).detail).toMatch(/there already/);
}); // prettier-ignore

test('a screen that is imported is drawn with the library its elements name, and keeps the pin it needs', async () => {
  const { act, change, refused } = await library();
  const made = async (slug: string, ...names: string[]) => {
    await act('owner', 'libraries.create', { name: slug, slug });
    const component = (name: string) => JSON.stringify({ name, rank: 'basic', props: [], parts: [{ name: 'root' }], rules: [] });
    const files = names.flatMap((name) => [{ name: `${name}.component.json`, text: component(name) }, { name: `${name}.html`, text: '<p part="root"></p>' }]);
    await act('owner', 'libraries.import', { slug, files });
    const { sequence } = (await act('owner', 'libraries.open', { slug })) as { sequence: number };
    await act('owner', 'releases.publish', { slug, sequence, version: '1.0.0', leftOut: [], summary: '' });
  };
  await made('core', 'button', 'badge');
  await made('signs', 'clock', 'badge');
  await act('owner', 'products.create', { name: 'Hall', slug: 'hall', libraries: [{ slug: 'core' }, { slug: 'signs' }] });
  const file = (name: string, inside: string) => ({ name: `${name}.html`, text: `<main title="${name}">${inside}</main>` });
  const bring = (...files: { name: string; text: string }[]) => act('owner', 'products.import', { slug: 'hall', files });
  const opened = async () => ((await act('owner', 'products.open', { slug: 'hall' })) as { items: Item[] }).items;
  await bring(file('plain', '<core-button></core-button>'), file('far', '<signs-clock></signs-clock>'), file('named', '<signs-badge></signs-badge>'), file('either', '<x-badge></x-badge>'));
  const items = await opened();
  const pins = items.filter((item) => item.kind === 'pin');
  const signs = pins.find(({ library: { path } }) => path === 'signs')!;
  const drawn = Object.fromEntries(items.flatMap((item) => (item.kind === 'screen' ? [[item.title, item.pin]] : [])));
  expect(drawn).toEqual({ plain: undefined, far: signs.id, named: signs.id, either: undefined });
  const placed = items.flatMap((item) => (item.kind === 'placement' ? [item.component.id] : []));
  expect(new Set(placed).size).toBe(4);

  // Components of two libraries on one screen are refused, and nothing of the file is stored.
  expect((await refused(bring(file('both', '<core-button></core-button><signs-clock></signs-clock>')))).detail).toMatch(/<(core-button|signs-clock)> is not a component of the library this screen is drawn with/);
  expect(await opened()).toHaveLength(items.length);
  expect((await refused(change('owner', [removeItem(signs)], 'hall'))).detail).toMatch(/cannot be removed: the screen “far” still needs it/);
  // Nor may a screen name the pin of another product, or what is none.
  const screen = items.find((item) => item.kind === 'screen' && item.title === 'plain')!;
  const other = ((await act('owner', 'products.open', { slug: 'prod' })) as { items: Item[] }).items.find(({ kind }) => kind === 'pin')!;
  for (const id of [other.id, screen.id]) expect((await refused(change('owner', [setField(screen, 'pin', id)], 'hall'))).detail).toMatch(/needs a pin/);
}); // prettier-ignore

test('a pin is of a release that is there', async () => {
  const { act, change, refused, items } = await library();
  const pin = (await items('prod')).find((item) => item.kind === 'pin')!;
  expect((await refused(change('owner', [setField(pin, 'version', '7.0.0')], 'prod'))).detail).toMatch(
    /no release 7\.0\.0 of Lib/,
  );
  await expect(act('viewer', 'products.open', { slug: 'prod' })).resolves.toHaveProperty('libraries');
});

test('a library cannot inherit from itself, however far round', async () => {
  const { knex, act, change, refused } = await library();
  const lib = await knex('documents').where({ slug: 'lib' }).first();
  const inherit = (library: { id: string; name: string }): Edit =>
    addItem({
      id: 'parent_round',
      kind: 'parent',
      library: { id: library.id, path: library.name },
      version: '1.0.0',
    } as Item);
  expect((await refused(change('owner', [inherit(lib)]))).detail).toMatch(/cannot inherit from itself/);
  await act('owner', 'libraries.create', {
    name: 'Child',
    slug: 'child',
    parent: { slug: 'lib', version: '1.0.0' },
  });
  await act('owner', 'libraries.import', {
    slug: 'child',
    files: [{ name: 'a.tokens.json', text: '{"x":{"$type":"number","$value":1}}' }],
  });
  await act('owner', 'releases.publish', {
    slug: 'child',
    sequence: 2,
    version: '1.0.0',
    leftOut: [],
    summary: '',
  });
  const child = await knex('documents').where({ slug: 'child' }).first();
  expect((await refused(change('owner', [inherit(child)]))).detail).toMatch(/cannot inherit from itself/);
});

test('what a child library adds to is looked for in its ancestors, and names are one among both', async () => {
  const { act, change, refused, items } = await library();
  const color = (await items()).find((item) => item.kind === 'group' && item.name === 'color')!;
  await act('owner', 'libraries.create', {
    name: 'Child',
    slug: 'child',
    parent: { slug: 'lib', version: '1.0.0' },
  });
  await change('owner', [addItem(token('token_own', 'own', color.id))], 'child');
  expect(
    (await refused(change('owner', [addItem(token('token_ink', 'ink', color.id))], 'child'))).detail,
  ).toMatch(/token “ink” there already/);
});

test('a move, or another edit of what stood so before, is not held against it', async () => {
  const { knex, change, items } = await library();
  // Stored by an older program: a token of a group that is gone, and a name given twice.
  const draft =
    (await items()).length > 0 &&
    (await knex('drafts')
      .join('documents', 'documents.id', 'drafts.document_id')
      .where({ slug: 'lib' })
      .select('drafts.id')
      .first());
  for (const old of [
    token('token_old', 'old', 'group_gone'),
    token('token_d1', 'same', null),
    token('token_d2', 'same', null),
  ])
    await knex('items').insert({
      draft_id: (draft as { id: string }).id,
      item_id: old.id,
      kind: old.kind,
      body: JSON.stringify(old),
    });
  await knex('drafts')
    .where({ id: (draft as { id: string }).id })
    .update({ sequence: 90 });
  await change('owner', [moveEntry(token('token_old', 'old', 'group_gone') as Item, '', 'b1')]);
  await change('owner', [setField(token('token_d1', 'same', null) as Item, 'redirects', ['was'])]);
  await change('owner', [setField(token('token_d1', 'same', null) as Item, 'name', 'mended')]);
});
