import { addItem, removeItem, setField, type Edit } from '@/core/document/edits';
import { itemsOf, type Item, type Items } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';
import { libraryTree } from '@/core/tokens/token-tree';
import { refusalOf, testWorkspace, type TestWorkspace } from '@/testing/server';
import { perform } from '../perform';

/** A library takes another release of the one it inherits from: told, reviewed, taken as one change set, undone. */
let workspace: TestWorkspace;
beforeAll(async () => void (workspace = await testWorkspace()));
const closing: (() => Promise<void>)[] = [];
afterAll(async () => {
  for (const close of closing) await close();
  await workspace.close();
});

interface Opened {
  items: Item[];
  sequence: number;
  ancestors: { name: string; version: string; items: Item[] }[];
  parent: { slug: string; version: string; newer: { version: string }[] } | null;
  products: { slug: string; version: string; through: string | null }[];
  log: { label: string }[];
}

/** Child inherits from Lib 1.0.0 and overrides `color.ink`; of Lib 2.0.0 the group `color` is gone with all in it. */
async function family() {
  const { knex, close } = await workspace.again();
  closing.push(close);
  let count = 0;
  const act = <T>(who: string, id: string, input: object) =>
    perform(knex, id, workspace.actors[who]!, input) as Promise<T>;
  const open = (slug: string, who = 'owner') => act<Opened>(who, 'libraries.open', { slug });
  const held = ({ items }: Pick<Opened, 'items'>): Items => new Map(items.map((item) => [item.id, item]));
  const change = (slug: string, edits: Edit[]) =>
    act('owner', 'documents.change', { slug, id: `change_parent_${++count}`, label: 'x', edits });
  const release = async (slug: string, version: string) =>
    act('owner', 'releases.publish', {
      slug, sequence: (await open(slug)).sequence, version, leftOut: [], summary: '',
    }); // prettier-ignore
  const take = (version: string, who = 'owner') =>
    act(who, 'libraries.takeParent', { slug: 'child', version, id: `change_take_${++count}` });
  const refused = (work: Promise<unknown>) => refusalOf(knex, work);
  await act('owner', 'libraries.create', {
    name: 'Child', slug: 'child', visibility: 'team', parent: { slug: 'lib', version: '1.0.0' },
  }); // prettier-ignore
  const lib = held(await open('lib'));
  const ink = lib.get(libraryTree(lib).ids.get('color.ink')!) as TokenItem;
  const [layer] = itemsOf(lib, 'layer');
  await change('child', [
    addItem({
      ...ink,
      declarations: { [layer!.id]: { ...ink.declarations[layer!.id]!, text: '{"$value":"#333333"}' } },
    }),
  ]);
  return { knex, act, open, held, change, release, take, refused, ink };
}

test('a release is told to who keeps a library that inherits, and opening that library tells of it', async () => {
  const { act, open, held, change, release } = await family();
  expect((await open('child')).parent).toMatchObject({ slug: 'lib', version: '1.0.0', newer: [] });
  const lib = held(await open('lib'));
  const page = lib.get(libraryTree(lib).ids.get('color.page')!) as TokenItem;
  await change('lib', [setField(page, 'name', 'sheet')]);
  await release('lib', '2.0.0');
  const told = async (who: string) =>
    (
      await act<{ notices: { title: string; href: string; read: boolean }[] }>(who, 'inbox.list', {})
    ).notices.filter(({ href }) => href.startsWith('/libraries/'));
  expect(await told('maintainer')).toMatchObject([
    {
      title: 'Lib 2.0.0 is out; Child inherits from 1.0.0',
      href: '/libraries/child/releases/parent/2.0.0',
      read: false,
    },
  ]);
  expect([await told('viewer'), await told('outsider')]).toEqual([[], []]);
  expect((await open('child')).parent!.newer).toMatchObject([{ version: '2.0.0' }]);
  const review = await act<{ ancestors: Opened['ancestors']; notes: { version: string; notes: string }[] }>(
    'viewer', 'libraries.parentAt', { slug: 'child', version: '2.0.0' },
  ); // prettier-ignore
  expect(review.ancestors.map(({ name, version }) => [name, version])).toEqual([['Lib', '2.0.0']]);
  expect(review.notes).toMatchObject([{ version: '2.0.0', notes: expect.stringContaining('color.sheet') }]);
});

test('it is taken as one change set, which keeps what own items stand on, and one undo takes it back', async () => {
  const { act, open, held, change, release, take, ink } = await family();
  const lib = held(await open('lib'));
  const gone = [...lib.values()].filter(
    ({ kind }) => kind === 'token' || kind === 'pairing' || kind === 'component',
  );
  const color = lib.get(ink.parent!)!;
  await change('lib', [...gone.map(removeItem), removeItem(color)]);
  await release('lib', '2.0.0');
  // The maintainer of the child may; the notice is read by that.
  await take('2.0.0', 'maintainer');
  const after = await open('child');
  expect(after.log.at(-1)!.label).toBe('Upgrade to Lib 2.0.0');
  expect(after.ancestors.map(({ version }) => version)).toEqual(['2.0.0']);
  expect([after.parent!.version, after.parent!.newer]).toEqual(['2.0.0', []]);
  expect([...libraryTree(held(after)).ids.keys()].sort()).toEqual(['color', 'color.ink']);
  // Whoever else was told of it has nothing more to do.
  for (const who of ['maintainer', 'owner']) {
    const { notices } = await act<{ notices: { href: string; read: boolean }[] }>(who, 'inbox.list', {});
    expect(notices.find(({ href }) => href.startsWith('/libraries/child'))).toMatchObject({ read: true });
  }
  await act('maintainer', 'documents.undo', { slug: 'child', id: 'change_undo_1' });
  const back = await open('child');
  expect([back.parent!.version, [...held(back).keys()].sort()]).toEqual([
    '1.0.0',
    [ink.id, itemsOf(held(back), 'parent')[0]!.id].sort(),
  ]);
});

test('what stands in the way is said in words, by whichever way it is asked for, and nothing is written', async () => {
  const { open, held, change, release, take, refused, ink } = await family();
  const own = { ...ink, id: 'token_own', name: 'own' };
  await change('child', [addItem(own)]);
  await change('lib', [addItem({ ...own, id: 'token_other' })]);
  await release('lib', '1.1.0');
  const words =
    /^The token “own” is in this library, and another of that name would be inherited\. Rename or remove/;
  expect(await refused(take('1.1.0'))).toMatchObject({
    status: 409,
    code: 'breaks',
    detail: expect.stringMatching(words),
  });
  const [parent] = itemsOf(held(await open('child')), 'parent');
  expect(await refused(change('child', [setField(parent!, 'version', '1.1.0')]))).toMatchObject({
    status: 409, code: 'breaks', detail: expect.stringMatching(words),
  }); // prettier-ignore
  await change('child', [removeItem(own)]);
  await take('1.1.0');
  expect((await open('child')).parent!.version).toBe('1.1.0');
});

test('nobody takes, or reads of, what is not there or not theirs', async () => {
  const { act, take, refused } = await family();
  expect(await refused(take('9.0.0'))).toMatchObject({ code: 'not-found' });
  expect(await refused(take('1.0.0'))).toMatchObject({
    status: 400,
    detail: 'Child inherits from Lib 1.0.0 already.',
  });
  expect(await refused(take('1.0.0', 'viewer'))).toMatchObject({ status: 403 });
  expect(await refused(take('1.0.0', 'outsider'))).toMatchObject({ code: 'not-found' });
  const none = act('owner', 'libraries.takeParent', { slug: 'lib', version: '1.0.0', id: 'change_take_0' });
  expect(await refused(none)).toMatchObject({ status: 400, detail: 'Lib inherits from no library.' });
});

test('a product that uses a library through one that inherits from it is counted, for those who may see what is between', async () => {
  const { knex, act, open, release } = await family();
  await release('child', '1.0.0');
  await act('owner', 'products.create', { name: 'Shop', slug: 'shop', libraries: [{ slug: 'child' }] });
  const products = async (who: string) =>
    (await open('lib', who)).products.map(({ slug, version, through }) => [slug, version, through]);
  expect(await products('viewer')).toEqual([
    ['prod', '1.0.0', null],
    ['shop', '1.0.0', 'Child 1.0.0'],
  ]);
  await knex('documents').whereIn('slug', ['lib', 'shop']).update({ visibility: 'workspace' });
  expect(await products('outsider')).toEqual([]);
  await knex('documents').where({ slug: 'child' }).update({ visibility: 'workspace' });
  expect(await products('outsider')).toEqual([['shop', '1.0.0', 'Child 1.0.0']]);
});
