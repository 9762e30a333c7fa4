import type { Knex } from 'knex';
import { addItem, setField } from '@/core/document/edits';
import type { Item } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import type { Actor } from '../access/authorise';
import { Problem } from '../http/problem';
import { perform } from '../perform';
import { stopAll } from '../start/stopping';
import { announceAccess, missed } from './events';
import { draftOf } from './store';
import { sinceOf, streamOf } from './stream';

let workspace: TestWorkspace;
let knex: Knex;
let abort: AbortController;
beforeAll(async () => void (workspace = await testWorkspace()));
beforeEach(async () => {
  ({ knex } = await workspace.again());
  abort = new AbortController();
});
afterEach(() => abort.abort());
afterAll(() => workspace.close());

let count = 0;
/** Adds a token as the owner: one change set. */
const add = () =>
  perform(knex, 'documents.change', workspace.actors.owner!, {
    slug: 'lib', id: `change_stream_${++count}`, label: `Add ${count}`,
    edits: [addItem({ id: `token_s${count}`, kind: 'token', name: `s${count}`, parent: null, order: 'a1', declarations: {}, redirects: [] })],
  }) as Promise<{ sequence: number }>; // prettier-ignore

/** Opens a stream, and gives what comes of it piece by piece; undefined once it has ended. */
async function open(who: () => Actor, since: number) {
  const stream = await streamOf(knex, async () => who(), { slug: 'lib', since }, abort.signal);
  const reader = stream.getReader();
  const decoder = new TextDecoder();
  return async (): Promise<string | undefined> => {
    const { done, value } = await reader.read();
    return done ? undefined : decoder.decode(value);
  };
}
const viewer = () => workspace.actors.viewer!;
const sequence = async () =>
  ((await perform(knex, 'libraries.open', viewer(), { slug: 'lib' })) as { sequence: number }).sequence;

test('the first bytes come at once, then what was missed, then what is committed, each with its number', async () => {
  const from = await sequence();
  await add();
  const next = await open(viewer, from);
  expect(await next()).toBe(': open\n\n');
  expect(await next()).toMatch(new RegExp(`^id: ${from + 1}\\ndata: \\{"kind":"change".*\\}\\n\\n$`));
  await add();
  expect(await next()).toMatch(new RegExp(`^id: ${from + 2}\\n`));
});

test.each<[string, () => Promise<unknown>]>([
  ['the session has ended', async () => undefined],
  [
    'the membership has ended',
    () =>
      knex('memberships')
        .where({ person_id: (viewer() as { id: string }).id })
        .delete(),
  ],
])('nothing comes any more once %s', async (what, end) => {
  let actor = viewer();
  const next = await open(() => actor, await sequence());
  await next();
  await end();
  if (what === 'the session has ended') actor = { kind: 'nobody' };
  await add();
  expect(await next()).toBeUndefined();
});

test('a stream ends as soon as it is said that access has changed, before anything is committed', async () => {
  let actor = viewer();
  const next = await open(() => actor, await sequence());
  await next();
  actor = { kind: 'nobody' };
  announceAccess();
  expect(await next()).toBeUndefined();
});

test('events keep their order, though permission is asked before each', async () => {
  const from = await sequence();
  const next = await open(viewer, from);
  await next();
  for (let i = 0; i < 5; i++) await add();
  const ids = [];
  for (let i = 0; i < 5; i++) ids.push(Number(/^id: (\d+)/.exec((await next())!)![1]));
  expect(ids).toEqual([1, 2, 3, 4, 5].map((i) => from + i));
});

test('further back than is kept at hand, it says to read anew', async () => {
  const draft = await knex('drafts')
    .join('documents', 'documents.id', 'drafts.document_id')
    .where({ slug: 'lib' })
    .select('drafts.id')
    .first();
  const author = (workspace.actors.owner as { id: string }).id;
  const rows = Array.from({ length: 1200 }, (_, i) => ({
    draft_id: draft.id,
    sequence: 100 + i,
    id: `change_old_${i}`,
    author_id: author,
    label: 'x',
    at: '2026-01-01',
    edits: '[]',
  }));
  for (let i = 0; i < rows.length; i += 100) await knex('change_sets').insert(rows.slice(i, i + 100));
  const next = await open(viewer, 1);
  await next();
  expect(await next()).toBe('data: {"kind":"surroundings"}\n\n');
});

test('who may not read is refused before a stream begins; a wrong beginning is a problem', async () => {
  for (const who of ['nobody', 'outsider'])
    await expect(
      streamOf(knex, async () => workspace.actors[who]!, { slug: 'lib', since: 0 }, abort.signal),
    ).rejects.toBeInstanceOf(Problem);
  const since = (given: string, headers: Record<string, string> = {}) =>
    sinceOf(new Request(`http://x.example/?since=${given}`, { headers }));
  expect([since('0'), since('12'), since('3', { 'last-event-id': '7' })]).toEqual([0, 12, 7]);
  for (const wrong of ['-1', 'x', '1.5', '', '1e3', '9'.repeat(20)])
    expect(() => since(wrong)).toThrow(Problem);
});

test('stopping the program ends every stream', async () => {
  const next = await open(viewer, await sequence());
  await next();
  await stopAll();
  expect(await next()).toBeUndefined();
});

test('a change that is refused is told to nobody', async () => {
  const next = await open(viewer, await sequence());
  await next();
  const { items } = (await perform(knex, 'libraries.open', viewer(), { slug: 'lib' })) as { items: Item[] };
  const ink = items.find((item): item is TokenItem => item.kind === 'token')!;
  await expect(
    perform(knex, 'documents.change', workspace.actors.owner!, {
      slug: 'lib',
      id: 'change_stream_bad',
      label: 'x',
      edits: [setField(ink, 'name', '')],
    }),
  ).rejects.toBeInstanceOf(Problem);
  const { sequence: at } = await add();
  expect(await next()).toContain(`id: ${at}\n`);
});

test('who falls further behind than is told at once, as by a lost connection, is told to read anew', async () => {
  const from = await sequence();
  const next = await open(viewer, from);
  expect(await next()).toBe(': open\n\n');
  // What another server stored, of which nothing was heard.
  const { id } = await knex('documents').where({ slug: 'lib' }).first();
  const draft = await draftOf(knex, id);
  const { id: author } = workspace.actors.owner as { id: string };
  const rows = Array.from({ length: 1005 }, (_, n) => ({ draft_id: draft.id, sequence: from + 1 + n, id: `change_far_${n}`, author_id: author, label: 'Far', at: '2026-01-01T00:00:00.000Z', edits: '[]', undoes: null })); // prettier-ignore
  await knex.batchInsert('change_sets', rows, 100);
  await knex('drafts')
    .where({ id: draft.id })
    .update({ sequence: from + 1005 });
  missed();
  expect(await next()).toBe('data: {"kind":"surroundings"}\n\n');
  // From there it goes on.
  expect(await next()).toBe('data: {"kind":"surroundings"}\n\n');
  await add();
  expect(await next()).toMatch(new RegExp(`^id: ${from + 1006}\n`));
});
