import { setField } from '@/core/document/edits';
import type { Item } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';
import { perform } from '../perform';
import { Problem } from '../http/problem';
import { dump, testWorkspace, type TestWorkspace } from '@/testing/server';

let workspace: TestWorkspace;
beforeEach(async () => void (workspace = await testWorkspace()));
afterEach(() => workspace.close());

let count = 0;
const act = (who: string, id: string, input: object) =>
  perform(workspace.knex, id, workspace.actors[who]!, input) as Promise<never>;
const open = async () =>
  (await act('owner', 'libraries.open', { slug: 'lib' })) as { items: Item[]; sequence: number };
const token = async (name: string) =>
  (await open()).items.find((item): item is TokenItem => item.kind === 'token' && item.name === name)!;
const value = async (name: string) => Object.values((await token(name)).declarations)[0]!.text;
async function set(who: string, name: string, text: string, from?: TokenItem): Promise<void> {
  const item = from ?? (await token(name));
  const [layer, declaration] = Object.entries(item.declarations)[0]!;
  await act(who, 'documents.change', {
    slug: 'lib',
    id: `change_${++count}_test`,
    label: `Set ${name}`,
    edits: [setField(item, `declarations/${layer}`, { ...declaration, text })],
  });
}
const undo = (who: string, more = {}) =>
  act(who, 'documents.undo', { slug: 'lib', id: `change_${++count}_undo`, ...more });
const refused = async (work: Promise<unknown>): Promise<Problem> => {
  try {
    await work;
  } catch (error) {
    if (error instanceof Problem) return error;
    throw error;
  }
  throw new Error('was not refused');
};

test('of two people on one field the second is refused with both values and the first one’s name', async () => {
  const stale = await token('ink');
  await set('owner', 'ink', '{"$value":"#111111"}');
  const before = await dump(workspace.knex);
  const problem = await refused(set('maintainer', 'ink', '{"$value":"#999999"}', stale));
  expect(problem.status).toBe(409);
  expect(problem.more.clashes).toMatchObject([
    { author: 'owner', present: { text: '{"$value":"#111111"}' }, wanted: { text: '{"$value":"#999999"}' } },
  ]);
  expect(await dump(workspace.knex)).toBe(before);
});

test('undo and redo are one’s own, and survive another person’s edit to a neighbouring field', async () => {
  await set('owner', 'ink', '{"$value":"#111111"}');
  await set('maintainer', 'page', '{"$value":"#eeeeee"}');
  await undo('owner');
  expect([await value('ink'), await value('page')]).toEqual(['{"$value":"#222222"}', '{"$value":"#eeeeee"}']);
  await undo('owner', { redo: true });
  expect(await value('ink')).toBe('{"$value":"#111111"}');
  await undo('maintainer');
  expect([await value('ink'), await value('page')]).toEqual(['{"$value":"#111111"}', '{"$value":"#ffffff"}']);
});

test('undo is refused for a field that has moved on, and the rest can be undone', async () => {
  const [ink, page] = [await token('ink'), await token('page')];
  const edit = (item: TokenItem, text: string) =>
    setField(item, `declarations/${Object.keys(item.declarations)[0]}`, { text, refs: [] });
  await act('owner', 'documents.change', {
    slug: 'lib',
    id: 'change_both_1',
    label: 'Both',
    edits: [edit(ink, '{"$value":"#111111"}'), edit(page, '{"$value":"#dddddd"}')],
  });
  await set('maintainer', 'page', '{"$value":"#cccccc"}');
  const problem = await refused(undo('owner'));
  expect(problem.more.clashes).toMatchObject([{ author: 'maintainer' }]);
  await undo('owner', { partly: true });
  expect([await value('ink'), await value('page')]).toEqual(['{"$value":"#222222"}', '{"$value":"#cccccc"}']);
});

test('what a schema does not allow is refused, whole', async () => {
  const ink = await token('ink');
  const before = await dump(workspace.knex);
  const problem = await refused(
    act('owner', 'documents.change', {
      slug: 'lib',
      id: 'change_wrong_1',
      label: 'x',
      edits: [setField(ink, 'redirects', [1, 2])],
    }),
  );
  expect(problem.detail).toContain('must be string');
  expect(await dump(workspace.knex)).toBe(before);
});

test('a release is what was chosen; leaving out what is needed is refused by name; nothing before has changed', async () => {
  await act('owner', 'libraries.import', {
    slug: 'lib',
    files: [
      {
        name: 'more.tokens.json',
        text: '{"n":{"$type":"color","new":{"$value":"#00ff00"}},"m":{"$type":"color","$value":"{n.new}"}}',
      },
    ],
  });
  const { items, sequence } = await open();
  const added = items.find((item) => item.kind === 'token' && item.name === 'new')!;
  const problem = await refused(
    act('owner', 'releases.publish', {
      slug: 'lib',
      sequence,
      version: '1.1.0',
      leftOut: [added.id],
      summary: '',
    }),
  );
  expect([problem.code, problem.detail]).toEqual([
    'unmet',
    'The token m needs the token n.new, which is excluded from the release',
  ]);
  const stale = await refused(
    act('owner', 'releases.publish', {
      slug: 'lib',
      sequence: sequence - 1,
      version: '1.1.0',
      leftOut: [],
      summary: '',
    }),
  );
  expect(stale.code).toBe('moved-on');
  const wrong = await refused(
    act('owner', 'releases.publish', { slug: 'lib', sequence, version: '1.0.1', leftOut: [], summary: '' }),
  );
  expect(wrong.detail).toContain('make it 1.1.0, not 1.0.1');
  await act('owner', 'releases.publish', {
    slug: 'lib',
    sequence,
    version: '1.1.0',
    leftOut: [],
    summary: 'Green.',
  });
  const css = async (version: string) =>
    (
      (await act('viewer', 'outputs.write', { slug: 'lib', format: 'css', version })) as {
        files: { text: string }[];
      }
    ).files[0]!.text;
  expect(await css('1.0.0')).not.toContain('--n-new');
  expect(await css('1.1.0')).toContain('--m: var(--n-new)');
  const notices = (await act('owner', 'inbox.list', {})) as { notices: { href: string }[] };
  expect(notices.notices[0]!.href).toBe('/products/prod/upgrade/lib/1.1.0');
});

test('releases, their contents and the log cannot be changed, even by hand', async () => {
  for (const statement of [
    "UPDATE releases SET version = '9.9.9'",
    'DELETE FROM releases',
    "UPDATE contents SET body = '{}'",
    'DELETE FROM release_items',
    "UPDATE change_sets SET label = ''",
  ]) {
    await expect(workspace.knex.raw(statement)).rejects.toMatchObject({
      message: expect.stringContaining('cannot be changed'),
    });
  }
});

test('equal items of two releases are stored once', async () => {
  const count = async () =>
    Number(((await workspace.knex('contents').count({ count: '*' })) as { count: number }[])[0]!.count);
  const before = await count();
  await set('owner', 'ink', '{"$value":"#111111"}');
  await act('owner', 'releases.publish', {
    slug: 'lib',
    sequence: 2,
    version: '1.1.0',
    leftOut: [],
    summary: '',
  });
  expect((await count()) - before).toBe(1);
});

/** Files a person may send, each with the words that say what is wrong. */
test.each([
  ['bad.tokens.json', '{"a": {"$value": 1,}}', 'line 1, column 20'],
  ['cycle.tokens.json', '{"$type":"number","a":{"$value":"{b}"},"b":{"$value":"{a}"}}', 'circle: a → b → a'],
  ['type.tokens.json', '{"a":{"$type":"colour","$value":"#fff"}}', 'DTCG does not know'],
  ['unit.tokens.json', '{"a":{"$type":"dimension","$value":{"value":1,"unit":"furlong"}}}', 'px or rem'],
  ['dot.tokens.json', '{"a.b":{"$type":"number","$value":1}}', 'cannot hold .'],
  ['brace.tokens.json', '{"a{b":{"$type":"number","$value":1}}', 'cannot hold {'],
  ['lonely.component.json', '{"name":"x"}', 'has no template'],
])('%s is refused with what is wrong, and nothing is changed', async (name, text, words) => {
  const before = await dump(workspace.knex);
  const problem = await refused(act('owner', 'libraries.import', { slug: 'lib', files: [{ name, text }] }));
  expect(JSON.stringify([problem.detail, problem.more])).toContain(words);
  expect(problem.detail).toContain('Nothing was changed');
  expect(await dump(workspace.knex)).toBe(before);
});

test('names of built-in properties are only names, all the way to a release', async () => {
  await act('owner', 'libraries.import', {
    slug: 'lib',
    files: [{ name: 'p.tokens.json', text: '{"__proto__":{"constructor":{"$type":"number","$value":1}}}' }],
  });
  const written = (await act('viewer', 'outputs.write', {
    slug: 'lib',
    format: 'dtcg',
    version: 'draft',
  })) as { files: { text: string }[] };
  expect(written.files.map((file) => file.text).join()).toContain('"__proto__"');
  expect(({} as { constructor: unknown }).constructor).toBe(Object);
});
