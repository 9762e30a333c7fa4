import type { Document, Item } from '@/core/document/item';
import { itemsOf } from '@/core/document/item';
import { removeItem, setField } from '@/core/document/edits';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { keptOf } from './db/kept';
import { badRequest } from './http/problem';
import { perform } from './perform';
import { together } from './transactions';

let workspace: TestWorkspace;
beforeEach(async () => {
  workspace = await testWorkspace();
  await workspace.knex.schema.createTable('notes', (table) => table.integer('n').unique());
});
afterEach(() => workspace.close());

/** How often SQLite is asked to begin and to commit while something is done. */
async function commits(work: () => Promise<unknown>): Promise<number> {
  let count = 0;
  const listen = ({ sql }: { sql: string }) => (count += /^COMMIT/i.test(sql) ? 1 : 0);
  workspace.knex.on('query', listen);
  await work();
  workspace.knex.removeListener('query', listen);
  return count;
}
const note = (n: number, after?: () => void) =>
  together(workspace.knex, async (trx) => {
    await trx('notes').insert({ n });
    after?.();
    return n;
  });
const notes = async () => (await workspace.knex('notes').orderBy('n')).map(({ n }: { n: number }) => n);
const settled = async (all: Promise<unknown>[]) =>
  (await Promise.allSettled(all)).map((one) => (one.status === 'fulfilled' ? one.value : one.reason.message));

test('what comes while one is committed shares the next commit, and each has its own answer', async () => {
  let answers: unknown[] = [];
  const times = await commits(async () => {
    answers = await Promise.all(Array.from({ length: 30 }, (_, n) => note(n)));
  });
  expect(answers).toEqual(Array.from({ length: 30 }, (_, n) => n));
  expect(times).toBe(2);
  expect(await notes()).toEqual(answers);
});

test('what is refused is taken back by itself', async () => {
  const refused = () => {
    throw badRequest('Not this one.');
  };
  const answers = await settled([note(0), note(1), note(2, refused), note(3)]);
  expect(answers).toEqual([0, 1, expect.stringContaining('Not this one.'), 3]);
  expect(await notes()).toEqual([0, 1, 3]);
});

test('an error of the program fails whom it belongs to, and nobody else', async () => {
  const broken = () => {
    throw new TypeError('x is not a function');
  };
  expect(await settled([note(0), note(1), note(2, broken), note(1), note(3)])).toEqual([
    0,
    1,
    'x is not a function',
    expect.stringMatching(/unique/i),
    3,
  ]);
  expect(await notes()).toEqual([0, 1, 3]);
  expect(await note(4)).toBe(4);
});

test('edits sent at once are numbered without a gap, clash as they do one by one, and what is kept is what is stored', async () => {
  const { knex, actors } = workspace;
  const open = async () =>
    (await perform(knex, 'libraries.open', actors.owner!, { slug: 'lib' })) as {
      sequence: number;
      items: Item[];
    };
  const before = await open();
  const tokens = itemsOf(new Map(before.items.map((item) => [item.id, item])), 'token');
  const change = (n: number) => {
    const item = tokens[n % tokens.length]!;
    const [layer, declaration] = Object.entries(item.declarations)[0]!;
    const text = `{"$type":"color","$value":"#0000${(16 + n).toString(16)}"}`;
    return perform(knex, 'documents.change', actors.maintainer!, {
      slug: 'lib',
      id: `change_${String(n).padStart(12, '0')}`,
      label: 'Set a value',
      edits: [setField(item, `declarations/${layer}`, { ...declaration, text, refs: [] })],
    });
  };
  // Each token is set several times from the same value: the first of each is stored, the others are told what stands.
  const answers = await Promise.allSettled(Array.from({ length: 24 }, (_, n) => change(n)));
  const stored = answers.flatMap((one) =>
    one.status === 'fulfilled' ? [(one.value as { sequence: number }).sequence] : [],
  );
  expect(stored).toEqual(tokens.map((_, i) => before.sequence + 1 + i));
  for (const one of answers)
    if (one.status === 'rejected') expect(one.reason).toMatchObject({ code: 'moved-on' });
  const kept = await open();
  expect(kept.sequence).toBe(before.sequence + tokens.length);
  const byId = (items: Item[]) => new Map(items.map((item) => [item.id, item]));
  // The document in memory is the one that is stored.
  const [[draft, held]] = [...keptOf(knex).drafts.entries()].filter(([, { document }]) => document.items.has(tokens[0]!.id)) as [[string, { sequence: number; document: Document }]]; // prettier-ignore
  const rows: { body: string }[] = await knex('items').where({ draft_id: draft }).select('body');
  expect(held.sequence).toBe(kept.sequence);
  expect(new Map(held.document.items)).toEqual(byId(rows.map(({ body }) => JSON.parse(body) as Item)));
});

test('what shares a commit sees what those before it in it have stored, and is told of what was stored earlier', async () => {
  const { knex, actors } = workspace;
  const open = async () =>
    (await perform(knex, 'libraries.open', actors.owner!, { slug: 'lib' })) as {
      sequence: number;
      items: Item[];
    };
  const tokensNow = async () =>
    itemsOf(new Map((await open()).items.map((item) => [item.id, item])), 'token');
  const { sequence } = await open();
  let tokens = await tokensNow();
  const removed = tokens[2]!.id;
  const edit = (n: number, id: string, by = 'maintainer') => {
    const item = tokens[n]!;
    const [layer, declaration] = Object.entries(item.declarations)[0]!;
    const text = `{"$type":"color","$value":"#0000${id.slice(-2)}"}`;
    const edits = [setField(item, `declarations/${layer}`, { ...declaration, text, refs: [] })];
    return { by, change: { slug: 'lib', id: `change_${id}`, label: `Set ${id}`, edits } };
  };
  const leave = (n: number, id: string) => ({
    by: 'maintainer',
    change: { slug: 'lib', id: `change_${id}`, label: `Remove ${id}`, edits: [removeItem(tokens[n]!)] },
  });
  const send = (all: { by: string; change: object }[]) =>
    Promise.allSettled(
      all.map(({ by, change }) => perform(knex, 'documents.change', actors[by]!, change)),
    ).then((answers) =>
      answers.map((one) =>
        one.status === 'fulfilled'
          ? (one.value as { sequence: number }).sequence - sequence
          : (one.reason as object),
      ),
    );
  const first = [
    // Whoever comes first has a transaction of their own, and the others wait for it.
    edit(0, '000000000001'),
    edit(1, '000000000011'),
    edit(1, '000000000011'),
    edit(1, '000000000012', 'owner'),
    leave(1, '000000000013'),
    leave(2, '000000000014'),
    leave(2, '000000000015'),
  ];
  const answers = await send(first);
  expect(answers).toMatchObject([
    1,
    2,
    { status: 409, code: 'repeated', more: { sequence: sequence + 2 } },
    { status: 409, code: 'moved-on', detail: expect.stringContaining('by ') },
    { status: 409, code: 'moved-on' },
    3,
    { status: 409, code: 'moved-on' },
  ]);
  // Sent once more among others, as by a tab that had no answer.
  const stale = edit(0, '000000000021');
  const sentBefore = edit(1, '000000000011');
  tokens = await tokensNow();
  const again = await send([stale, sentBefore, edit(1, '000000000022')]);
  expect(again).toMatchObject([
    { code: 'moved-on' },
    { code: 'repeated', more: { sequence: sequence + 2 } },
    4,
  ]);
  const after = await open();
  expect(after.sequence).toBe(sequence + 4);
  const log = (await perform(knex, 'documents.history', actors.owner!, { slug: 'lib', since: sequence })) as {
    changeSets: { label: string }[];
  };
  expect(log.changeSets.map(({ label }) => label)).toEqual([
    'Set 000000000001',
    'Set 000000000011',
    'Remove 000000000014',
    'Set 000000000022',
  ]);
  expect(after.items.some(({ id }) => id === removed)).toBe(false);
});
