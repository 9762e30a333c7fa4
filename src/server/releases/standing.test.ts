import { addItem, removeItem, setField, type Edit } from '@/core/document/edits';
import { itemsOf, type Item, type Items } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';
import { libraryTree } from '@/core/tokens/token-tree';
import { refusalOf, testWorkspace, type TestWorkspace } from '@/testing/server';
import { perform } from '../perform';

/** Releases to try, releases that are withdrawn, and what of a library is offered to whom. */
let workspace: TestWorkspace;
beforeAll(async () => void (workspace = await testWorkspace()));
const closing: (() => Promise<void>)[] = [];
afterAll(async () => {
  for (const close of closing) await close();
  await workspace.close();
});

interface Told {
  version: string;
  notes: string;
  changes: unknown[];
  withdrawn: { reason: string; by: string } | null;
}
interface OpenedProduct {
  items: Item[];
  libraries: {
    pinned: { version: string; items: Item[] };
    withdrawn: { reason: string } | null;
    newer: { version: string; items: Item[] }[];
  }[];
}

const failing = (work: PromiseLike<unknown>): PromiseLike<string> => work.then(() => 'done', String);

/** Lib 1.0.0, which the product Prod has pinned, with one change that is not released. */
async function changed() {
  const { knex, close } = await workspace.again();
  closing.push(close);
  let count = 0;
  const act = <T>(who: string, id: string, input: object) =>
    perform(knex, id, workspace.actors[who]!, input) as Promise<T>;
  const open = (slug = 'lib') =>
    act<{
      items: Item[];
      sequence: number;
      last: { version: string } | null;
      versions: { version: string }[];
    }>('owner', 'libraries.open', { slug });
  const product = async () =>
    (await act<OpenedProduct>('owner', 'products.open', { slug: 'prod' })).libraries[0]!;
  const held = async (slug = 'lib'): Promise<Items> =>
    new Map((await open(slug)).items.map((item) => [item.id, item]));
  const change = (edits: Edit[], slug = 'lib') =>
    act('owner', 'documents.change', { slug, id: `change_standing_${++count}`, label: 'x', edits });
  const set = async (path: string, hex: string) => {
    const items = await held();
    const token = items.get(libraryTree(items).ids.get(path)!) as TokenItem;
    const [layer, declaration] = Object.entries(token.declarations)[0]!;
    return change([
      setField(token, `declarations/${layer}`, { ...declaration, text: `{"$value":"${hex}"}`, refs: [] }),
    ]);
  };
  const publish = async (version: string, more: object = {}) =>
    act<{ version: string }>('owner', 'releases.publish', {
      slug: 'lib', sequence: (await open()).sequence, version, leftOut: [], summary: '', ...more,
    }); // prettier-ignore
  const at = (what: string, version: string, more: object = {}, who = 'owner') =>
    act<{ version: string }>(who, `releases.${what}`, { slug: 'lib', version, ...more });
  const releases = async () => (await act<{ releases: Told[] }>('viewer', 'releases.list', { slug: 'lib' })).releases; // prettier-ignore
  const notices = async (who = 'maintainer') =>
    (
      await act<{ notices: { title: string; body: string; href: string; read: boolean }[] }>(
        who,
        'inbox.list',
        {},
      )
    ).notices;
  const unread = async () =>
    (await notices())
      .filter(({ read }) => !read)
      .map(({ title }) => title)
      .sort();
  const take = (version: string) =>
    act('owner', 'products.take', { slug: 'prod', library: 'lib', version, id: `change_take_${++count}` });
  const refused = async (work: Promise<unknown>) => (await refusalOf(knex, work)).detail;
  await set('color.ink', '#333333');
  return {
    knex,
    act,
    open,
    product,
    held,
    change,
    set,
    publish,
    at,
    releases,
    notices,
    unread,
    take,
    refused,
  };
}

test('a product takes the releases its pin says unasked, once, and whoever keeps it is told', async () => {
  const { knex, act, set, publish, change, held, unread, refused } = await changed();
  const opened = (slug: string) => act<OpenedProduct>('owner', 'products.open', { slug });
  const pinOf = async (slug: string) => (await opened(slug)).items.find((item) => item.kind === 'pin')!;
  const pinned = async (...slugs: string[]) => Promise.all(slugs.map(async (slug) => (await pinOf(slug)).version));
  const policy = async (slug: string, said: string) => change([setField(await pinOf(slug), 'policy', said)], slug);
  for (const name of ['Eager', 'Careful', 'Trying'])
    await act('owner', 'products.create', { name, slug: name.toLowerCase(), libraries: [{ slug: 'lib' }] });
  await knex('documents').where({ slug: 'lib' }).update({ visibility: 'workspace' });
  await act('outsider', 'products.create', { name: 'Far', slug: 'far', libraries: [{ slug: 'lib' }] });
  const far = async () => ((JSON.parse((await knex('items').where({ kind: 'pin' }).whereIn('draft_id', knex('drafts').select('id').whereIn('document_id', knex('documents').select('id').where({ slug: 'far' }))).first()).body)) as { version: string }).version;
  await policy('eager', 'minors');
  await policy('careful', 'patches');
  await policy('trying', 'minors');
  await act('outsider', 'documents.change', { slug: 'far', id: 'change_far_policy', label: 'x', edits: [setField((await act<OpenedProduct>('outsider', 'products.open', { slug: 'far' })).items.find((item) => item.kind === 'pin')!, 'policy', 'minors')] });
  expect(await refused(policy('eager', 'always'))).toMatch(/policy/);

  await publish('1.1.0-candidate.1', { candidate: true });
  expect(await pinned('eager', 'careful', 'prod')).toEqual(['1.0.0', '1.0.0', '1.0.0']);
  await act('owner', 'products.take', { slug: 'trying', library: 'lib', version: '1.1.0-candidate.1', id: 'change_take_trying' });
  // Who may no longer read the library is given nothing of it.
  await knex('documents').where({ slug: 'lib' }).update({ visibility: 'team' });
  await publish('1.1.0');
  expect(await pinned('eager', 'careful', 'prod', 'trying')).toEqual(['1.1.0', '1.0.0', '1.0.0', '1.1.0-candidate.1']);
  expect(await far()).toBe('1.0.0');
  expect(await unread()).toEqual(['Eager took Lib 1.1.0', 'Lib 1.1.0 is out; Careful has 1.0.0', 'Lib 1.1.0 is out; Prod has 1.0.0', 'Lib 1.1.0 is out; Trying has 1.1.0-candidate.1']);
  const { log } = (await opened('eager')) as unknown as { log: { label: string }[] };
  expect(log.at(-1)).toMatchObject({ label: 'Take Lib 1.1.0 unasked' });

  // A description is a patch: both take it, from where they stand.
  await act('owner', 'products.take', { slug: 'careful', library: 'lib', version: '1.1.0', id: 'change_take_careful' });
  const items = await held();
  const token = items.get(libraryTree(items).ids.get('color.ink')!) as TokenItem;
  const [layer, declaration] = Object.entries(token.declarations)[0]!;
  await change([setField(token, `declarations/${layer}`, { ...declaration, text: declaration.text.replace(/}$/, ',"$description":"Ink"}') })]);
  await publish('1.1.1');
  expect(await pinned('eager', 'careful', 'prod')).toEqual(['1.1.1', '1.1.1', '1.0.0']);
  // With what else would have to be reviewed nothing is taken: a token that is gone.
  await set('color.ink', '#444444');
  const gone = (await held()).get(libraryTree(items).ids.get('color.ink')!)!;
  await change([removeItem(gone)]);
  await publish('2.0.0');
  expect(await pinned('eager', 'careful')).toEqual(['1.1.1', '1.1.1']);
}); // prettier-ignore

test('a component is held when a release is taken: its release is sent with the product, and a hold that cannot be is refused by name', async () => {
  const { act, publish, change, held, refused, unread } = await changed();
  const opened = async () => (await act<OpenedProduct & { libraries: { held: { version: string }[] }[] }>('owner', 'products.open', { slug: 'prod' }));
  const pin = async () => (await opened()).items.find((item) => item.kind === 'pin')!;
  const items = await held();
  const button = [...items.values()].find((item) => item.kind === 'component' && item.name === 'button')!;
  const take = (version: string, hold?: string[]) => act('maintainer', 'products.take', { slug: 'prod', library: 'lib', version, id: `change_hold_${version}`, ...(hold && { hold }) });
  await publish('1.1.0');
  expect((await opened()).libraries[0]!.held).toEqual([]);
  expect(await refused(take('1.1.0', ['component_nowhere']))).toMatch(/^Lib 1\.0\.0 has no such component/);
  await take('1.1.0', [button.id]);
  expect(await pin()).toMatchObject({ version: '1.1.0', held: { [button.id]: '1.0.0' } });
  expect((await opened()).libraries[0]!.held.map(({ version }) => version)).toEqual(['1.0.0']);
  // By hand, through the one way anything changes: each is asked for.
  const set = async (id: string, version: string) => act('maintainer', 'documents.change', { slug: 'prod', id: `change_set_${id}_${version}`.slice(0, 60), label: 'x', edits: [setField(await pin(), `held/${id}`, version)] });
  expect(await refused(set(button.id, '7.0.0'))).toMatch(/no release 7\.0\.0 of Lib/);

  const own = await pin();
  const many = Array.from({ length: 9 }, (_, n) => setField(own, `held/component_${n}`, `1.0.${n}`));
  expect(await refused(act('maintainer', 'documents.change', { slug: 'prod', id: 'change_many', label: 'x', edits: many }))).toMatch(/more than 8 releases/);

  // A token that the held one names goes: the release cannot be taken with it, and can without.
  const token = items.get(libraryTree(items).ids.get('color.text')!)!;
  const component = (await held()).get(button.id) as unknown as { entries: Record<string, { kind: string; declarations: [string, { raw?: string; token?: { path: string } }][] }> };
  const [key, rule] = Object.entries(component.entries).find(([, entry]) => entry.kind === 'rule')!;
  const raw = rule.declarations.map(([property, value]) => [property, value.token?.path === 'color.text' ? { raw: 'black' } : value]);
  await change([setField((await held()).get(button.id)!, `entries/${key}`, { ...rule, declarations: raw } as never)]);
  await change([removeItem(token)]);
  await change([setField(await pin(), 'policy', 'minors')], 'prod');
  await publish('2.0.0');
  expect(await refused(take('2.0.0'))).toMatch(/^button cannot be held at 1\.0\.0: it names color\.text, which Lib 2\.0\.0 does not have/);
  expect(await pin()).toMatchObject({ version: '1.1.0', held: { [button.id]: '1.0.0' } });
  await take('2.0.0', []);
  expect(await pin()).toMatchObject({ version: '2.0.0', held: {} });
  expect((await opened()).libraries[0]!.held).toEqual([]);
  expect(await unread()).toEqual([]);
}); // prettier-ignore

test('a candidate is a release to try: told to who has the library, reviewed and taken, and nothing is held against it', async () => {
  const { open, product, publish, releases, notices, unread, take, act, refused } = await changed();
  expect(await refused(publish('2.0.0-candidate.1'))).toContain('1.1.0');
  await publish('1.1.0-candidate.1', { candidate: true });
  // The draft is still compared with the last release, and makes the same version.
  expect(await open()).toMatchObject({ last: { version: '1.0.0' } });
  expect((await open()).versions.map(({ version }) => version)).toEqual(['1.1.0-candidate.1', '1.0.0']);
  expect(await notices()).toMatchObject([
    { title: 'Lib 1.1.0-candidate.1 can be tried; Prod has 1.0.0', href: '/products/prod/upgrade/lib/1.1.0-candidate.1' },
  ]); // prettier-ignore
  expect((await product()).newer.map(({ version }) => version)).toEqual(['1.1.0-candidate.1']);
  // Nobody comes to it unasked: not by the list, not by a new product.
  const list = await act<{ documents: { slug: string; version: string }[] }>('owner', 'documents.list', {});
  expect(list.documents.find(({ slug }) => slug === 'lib')!.version).toBe('1.0.0');
  await act('owner', 'products.create', { name: 'Other', slug: 'other', libraries: [{ slug: 'lib' }] });
  expect(await act('owner', 'products.open', { slug: 'other' })).toMatchObject({
    libraries: [{ pinned: { version: '1.0.0' } }],
  });
  await take('1.1.0-candidate.1');
  expect((await product()).pinned.version).toBe('1.1.0-candidate.1');
  expect((await releases()).map(({ version }) => version)).toEqual(['1.1.0-candidate.1', '1.0.0']);
  expect((await publish('1.1.0-candidate.2', { candidate: true })).version).toBe('1.1.0-candidate.2');
  // Who tries one is offered the next, and then the release.
  expect((await product()).newer.map(({ version }) => version)).toEqual(['1.1.0-candidate.2']);
  // Of what is offered the newest alone is in the inbox.
  expect(await unread()).toEqual([
    'Lib 1.1.0-candidate.2 can be tried; Other has 1.0.0',
    'Lib 1.1.0-candidate.2 can be tried; Prod has 1.1.0-candidate.1',
  ]);
  await publish('1.1.0');
  expect(await unread()).toEqual([
    'Lib 1.1.0 is out; Other has 1.0.0',
    'Lib 1.1.0 is out; Prod has 1.1.0-candidate.1',
  ]);
  expect((await product()).newer.map(({ version }) => version)).toEqual(['1.1.0']);
  expect(await refused(publish('1.2.0'))).toContain('Nothing has changed');
});

test('what is next follows what was done: release, upgrade, nothing; a withdrawal comes first; a reader is led to guides', async () => {
  const { act, publish, at, take, set } = await changed();
  const next = async (who: string) =>
    (await act<{ steps: { why: string; label: string; href: string }[] }>(who, 'people.nextSteps', {})).steps;
  const about = async (who: string) => (await next(who)).map(({ label, href }) => `${label} ${href}`);
  // Prod has none all along.
  const screens = 'Open Prod /products/prod';
  expect(await about('maintainer')).toEqual(['Review changes /libraries/lib/releases', screens]);
  // What was released is told in the inbox too, once.
  await publish('1.1.0');
  expect(await about('maintainer')).toEqual(['Review upgrade /products/prod/upgrade/lib/1.1.0', screens]);
  await take('1.1.0');
  expect(await about('maintainer')).toEqual([screens]);
  await set('color.ink', '#343434');
  await at('withdraw', '1.1.0', { reason: 'Ink is too pale' });
  expect((await next('maintainer')).slice(0, 2)).toEqual([
    { why: 'Lib 1.1.0, which Prod has, was withdrawn: Ink is too pale.', label: 'Review Lib 1.0.0', href: '/products/prod/upgrade/lib/1.0.0' },
    { why: 'Lib has changes since 1.1.0 that are not released.', label: 'Review changes', href: '/libraries/lib/releases' },
  ]);
  // Who may not change anything is led to what there is.
  expect(await about('viewer')).toEqual(['Read guides /libraries/lib/guides']);
  expect(await about('outsider')).not.toContain('Read guides /libraries/lib/guides');
}); // prettier-ignore

test('a candidate is released with what it holds, whatever was changed since, and not once another release is out', async () => {
  const { knex, publish, at, set, releases, product, refused, open } = await changed();
  await publish('1.1.0-candidate.1', { candidate: true });
  await set('color.page', '#fafafa');
  await publish('1.1.0-candidate.2', { candidate: true });
  expect(await refused(at('promote', '1.0.0', { summary: '' }))).toContain('released already');
  expect(await refused(at('promote', '9.0.0', { summary: '' }))).toContain('release 9.0.0');
  expect(await refused(at('promote', '1.1.0-candidate.1', { summary: '' }, 'viewer'))).toContain(
    'maintainer',
  );
  expect(await at('promote', '1.1.0-candidate.1', { summary: 'Darker ink.' })).toMatchObject({
    version: '1.1.0',
  });
  const [newest, , tried] = await releases();
  expect([newest!.version, tried!.version]).toEqual(['1.1.0', '1.1.0-candidate.1']);
  expect(newest!.changes).toEqual(tried!.changes);
  expect(newest!.notes).toContain('Darker ink.');
  const map = async (version: string) =>
    knex('release_items')
      .join('releases', 'releases.id', 'release_items.release_id')
      .where({ version })
      .orderBy('item_id')
      .select('item_id', 'hash');
  expect(await map('1.1.0')).toEqual(await map('1.1.0-candidate.1'));
  expect(await map('1.1.0')).not.toEqual(await map('1.1.0-candidate.2'));
  expect((await product()).newer.map(({ version }) => version)).toEqual(['1.1.0']);
  // The second was made for a version that is out now.
  expect(await refused(at('promote', '1.1.0-candidate.2', { summary: '' }))).toContain(
    'Release another candidate',
  );
  expect((await open()).last!.version).toBe('1.1.0');
  expect((await publish('1.1.1')).version).toBe('1.1.1');
});

test('a withdrawn release is offered to nobody and named by nobody anew; who has it keeps it, and is told why', async () => {
  const { knex, act, publish, at, releases, product, notices, unread, take, refused, change, held, open } =
    await changed();
  await publish('1.1.0');
  await at('withdraw', '1.1.0', { reason: 'Too early.' });
  expect(await unread()).toEqual([]);
  await at('restore', '1.1.0');
  expect(await unread()).toEqual(['Lib 1.1.0 is out; Prod has 1.0.0']);
  await take('1.1.0');
  expect(await refused(at('withdraw', '1.1.0', { reason: ' ' }))).toContain('Say why');
  expect(await refused(at('withdraw', '1.1.0', { reason: 'x' }, 'contributor'))).toContain('maintainer');
  await at('withdraw', '1.1.0', { reason: 'Ink is too pale.' });
  expect(await refused(at('withdraw', '1.1.0', { reason: 'again' }))).toContain('withdrawn already');
  const [gone] = await releases();
  expect(gone).toMatchObject({ version: '1.1.0', withdrawn: { reason: 'Ink is too pale.', by: 'owner' } });
  expect((await notices())[0]).toMatchObject({
    title: 'Lib 1.1.0 was withdrawn; Prod has it',
    body: 'Ink is too pale.',
    href: '/products/prod/upgrade/lib/1.0.0',
  });
  // What has it pinned is drawn with it as before.
  const pinned = await product();
  expect([pinned.pinned.version, pinned.withdrawn!.reason]).toEqual(['1.1.0', 'Ink is too pale.']);
  expect(pinned.pinned.items.length).toBeGreaterThan(0);
  // Nothing is newer: one can go back.
  expect(pinned.newer.map(({ version }) => version)).toEqual(['1.0.0']);
  await act('owner', 'products.create', { name: 'Late', slug: 'late', libraries: [{ slug: 'lib' }] });
  expect(await act('owner', 'products.open', { slug: 'late' })).toMatchObject({
    libraries: [{ pinned: { version: '1.0.0' }, newer: [] }],
  });
  const why = 'Lib 1.1.0 was withdrawn (“Ink is too pale.”). Choose another release.';
  const create = (id: string, input: object) => refused(act('owner', id, input));
  expect(await create('products.create', { name: 'B', slug: 'b', libraries: [{ slug: 'lib', version: '1.1.0' }] })).toContain(why); // prettier-ignore
  expect(await create('libraries.create', { name: 'C', slug: 'c', parent: { slug: 'lib', version: '1.1.0' } })).toContain(why); // prettier-ignore
  const { items } = await act<OpenedProduct>('owner', 'products.open', { slug: 'late' });
  const [pin] = itemsOf(new Map(items.map((item) => [item.id, item])), 'pin');
  expect(await refused(change([setField(pin!, 'version', '1.1.0')], 'late'))).toContain(why);
  // Editing beside it is nobody's choice of it.
  const mine = (await act<OpenedProduct>('owner', 'products.open', { slug: 'prod' })).items;
  const [own] = itemsOf(new Map(mine.map((item) => [item.id, item])), 'pin');
  await change([setField(own!, 'policy', 'patches')], 'prod');
  // Numbers go on after it.
  expect((await open()).last!.version).toBe('1.1.0');
  await change([addItem({ ...itemsOf(await held(), 'component')[0]!, id: 'component_late', name: 'late' })]);
  expect((await publish('1.2.0')).version).toBe('1.2.0');
  await at('restore', '1.1.0');
  expect(await refused(at('restore', '1.1.0'))).toContain('not withdrawn');
  expect((await releases()).map(({ withdrawn }) => withdrawn)).toEqual([null, null, null]);
  await change([setField(pin!, 'version', '1.1.0')], 'late');
  // What became of a release is added to and never changed.
  const [{ count }] = (await knex('release_events').count({ count: '*' })) as [{ count: number | string }];
  expect(Number(count)).toBe(4);
  expect(await failing(knex('release_events').update({ reason: 'none' }))).toContain('cannot be changed');
  expect(await failing(knex('release_events').delete())).toContain('cannot be changed');
});

test('a library that inherits from a withdrawn release says so, and a candidate of its parent can be taken', async () => {
  const { act, publish, at, notices, open, set } = await changed();
  await act('owner', 'libraries.create', {
    name: 'Child', slug: 'child', visibility: 'team', parent: { slug: 'lib', version: '1.0.0' },
  }); // prettier-ignore
  await publish('1.1.0-candidate.1', { candidate: true });
  const parent = async () => (await open('child')) as unknown as { parent: object };
  expect(await parent()).toMatchObject({
    parent: { newer: [], candidate: '1.1.0-candidate.1', withdrawn: null },
  });
  await at('withdraw', '1.0.0', { reason: 'Nothing of it holds.' });
  expect(await parent()).toMatchObject({ parent: { withdrawn: { reason: 'Nothing of it holds.' } } });
  expect((await notices()).find(({ title }) => title.includes('Child inherits from it'))).toMatchObject({
    href: '/libraries/child/releases',
  });
  await act('owner', 'libraries.takeParent', {
    slug: 'child',
    version: '1.1.0-candidate.1',
    id: 'change_take_parent',
  });
  expect(await parent()).toMatchObject({
    parent: { version: '1.1.0-candidate.1', candidate: null, withdrawn: null },
  });
  // Back to what is offered, where nothing newer is.
  await publish('1.1.0');
  await set('color.page', '#eeeeee');
  await publish('1.2.0');
  await act('owner', 'libraries.takeParent', { slug: 'child', version: '1.2.0', id: 'change_take_again' });
  expect(await parent()).toMatchObject({ parent: { newer: [], withdrawn: null } });
  await at('withdraw', '1.2.0', { reason: 'Too grey.' });
  expect(await parent()).toMatchObject({
    parent: { newer: [{ version: '1.1.0' }], withdrawn: { reason: 'Too grey.' } },
  });
});
