import { mkdtempSync, rmSync } from 'node:fs';
import type { Socket } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as later } from 'node:timers/promises';
import type { Knex } from 'knex';
import { setField } from '@/core/document/edits';
import { itemsOf, type Item } from '@/core/document/item';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { Problem } from '../http/problem';
import { perform } from '../perform';
import { openDatabase } from './connection';
import { contentOf, copyWorkspace } from './copy';
import { dialectOf, troubleOf } from './dialects/registry';

/** What holds of PostgreSQL alone, or of both kinds of database side by side: run where there is a server for tests. */
let workspace: TestWorkspace;
beforeEach(async () => void (workspace = await testWorkspace()));
afterEach(() => workspace.close());

/** More by hand: `SEEDPLAN_CHANGES=2000`. */
const CHANGES = Number(process.env.SEEDPLAN_CHANGES ?? 120);

/** Whole numbers below `count`, the same in every run (Numerical Recipes, 7.1.1). */
function numbers(seed: number): (count: number) => number {
  let state = seed;
  return (count) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * count);
  };
}

const itemsIn = async (knex: Knex): Promise<Item[]> =>
  ((await perform(knex, 'libraries.open', workspace.actors.owner!, { slug: 'lib' })) as { items: Item[] })
    .items;

test('the same change sets, some of them refused, leave the same in both kinds of database', async () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-both-'));
  const sqlite = await openDatabase(folder);
  const postgres = workspace.knex;
  await copyWorkspace(postgres, sqlite);
  const pick = numbers(20261130);
  let refused = 0;
  for (let n = 0; n < CHANGES; n++) {
    const items = await itemsIn(sqlite);
    const tokens = itemsOf(new Map(items.map((item) => [item.id, item])), 'token');
    const token = tokens[pick(tokens.length)]!;
    const [layer, declaration] = Object.entries(token.declarations)[0]!;
    const text = `{"$type":"color","$value":"#${(0x100000 + pick(0xe00000)).toString(16)}"}`;
    const added = { ...token, id: `token_${String(n).padStart(12, '0')}`, name: `more-${n}`, order: `z${n}` };
    const kind = pick(4);
    const edits =
      kind === 0
        ? [{ kind: 'add', version: 1, item: added.id, path: '', before: null, after: added }]
        : kind === 1 && token.name.startsWith('more-')
          ? [{ kind: 'remove', version: 1, item: token.id, path: '', before: token, after: null }]
          : kind === 2
            ? // From a value that is not there any more.
              [
                {
                  ...setField(token, `declarations/${layer}`, { ...declaration, text, refs: [] }),
                  before: 'gone',
                },
              ]
            : [setField(token, `declarations/${layer}`, { ...declaration, text, refs: [] })];
    const input = { slug: 'lib', id: `change_${String(n).padStart(12, '0')}`, label: `Ä ${n} ‘\\“`, edits };
    const outcome = async (knex: Knex): Promise<unknown> => {
      try {
        return await perform(knex, 'documents.change', workspace.actors.owner!, input, () => `2026-01-01T00:00:00.${String(n % 1000).padStart(3, '0')}Z`); // prettier-ignore
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        refused++;
        return [error.code, error.detail];
      }
    };
    const both = [await outcome(sqlite), await outcome(postgres)];
    expect(both[1]).toEqual(both[0]);
  }
  expect(refused).toBeGreaterThan(CHANGES / 4);
  expect(refused).toBeLessThan(CHANGES * 1.5);
  expect(await contentOf(postgres)).toEqual(await contentOf(sqlite));
  const files = (knex: Knex) =>
    perform(knex, 'outputs.write', workspace.actors.owner!, {
      slug: 'lib',
      format: 'dtcg',
      version: 'draft',
      ids: true,
    });
  expect(await files(postgres)).toEqual(await files(sqlite));
  await sqlite.destroy();
  rmSync(folder, { recursive: true, force: true });
});

/** Ends every connection to this workspace's database but the one that asks. */
async function cut(target: string): Promise<void> {
  const knex = await openDatabase(new URL('postgres', target).href).catch(() => undefined);
  const { pathname } = new URL(target);
  await knex?.raw('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = ?', [
    pathname.slice(1),
  ]);
  await knex?.destroy();
}

test('cut off again and again while people write, it loses nothing that was acknowledged, and goes on', async () => {
  const { knex, actors, target } = workspace;
  const tokens = itemsOf(new Map((await itemsIn(knex)).map((item) => [item.id, item])), 'token');
  const acknowledged: string[] = [];
  const failed: unknown[] = [];
  let over = false;
  const write = async (who: number): Promise<void> => {
    for (let n = 0; !over; n++) {
      const token = tokens[who]!;
      const [layer] = Object.keys(token.declarations) as [string];
      const id = `change_${who}${String(n).padStart(11, '0')}`;
      const now = (await itemsIn(knex).catch((error: unknown) => void failed.push(error))) ?? undefined;
      const item = now?.find((one) => one.id === token.id) as typeof token | undefined;
      if (!item) continue;
      const declaration = item.declarations[layer]!;
      const text = `{"$type":"color","$value":"#${(0x100000 + n).toString(16)}"}`;
      await perform(knex, 'documents.change', actors.owner!, {
        slug: 'lib',
        id,
        label: 'Set',
        edits: [setField(item, `declarations/${layer}`, { ...declaration, text, refs: [] })],
      }).then(
        () => acknowledged.push(id),
        (error: unknown) => {
          // It may have been stored, and its answer lost.
          if (!(error instanceof Problem)) failed.push(error);
        },
      );
    }
  };
  const writers = [0, 1, 2].map(write);
  for (let times = 0; times < 6; times++) {
    const before = acknowledged.length;
    while (acknowledged.length < before + 5) await later(5);
    await cut(target);
  }
  const after = acknowledged.length;
  while (acknowledged.length < after + 5) await later(5);
  over = true;
  await Promise.all(writers);
  expect(failed.length).toBeGreaterThan(0);
  expect([...new Set(failed.map(troubleOf))]).toEqual(['gone']);
  const stored: { id: string }[] = await knex('change_sets').select('id');
  const ids = new Set(stored.map(({ id }) => id));
  expect(acknowledged.filter((id) => !ids.has(id))).toEqual([]);
});

test('a connection lost in the middle of a statement is known as lost, and no value stored can pretend that', async () => {
  const { knex } = workspace;
  const troubles: unknown[] = [];
  const note = (error: unknown) => void troubles.push(troubleOf(error));
  await knex
    .transaction(async (trx) => {
      const asked = trx.raw('SELECT pg_sleep(30)').catch(note);
      const { connection } = (await trx.client.acquireConnection()) as { connection: { stream: Socket } };
      connection.stream.destroy();
      await asked;
      await trx.raw('SELECT 1').catch(note);
    })
    .catch(note);
  await knex.raw('SELECT ?::integer', ['x - Connection terminated']).catch(note);
  expect(troubles).toEqual(['gone', 'gone', 'gone', undefined]);
});

test('what one server tells the others hear, and whoever was cut off is told that something may be missing', async () => {
  const { knex, target } = workspace;
  const { listen, tell } = dialectOf(knex);
  const heard: string[] = [];
  let missed = 0;
  const end = await listen!(target, { heard: (message) => heard.push(message), missed: () => missed++ });
  await tell!(knex, 'a');
  while (heard.length < 1) await later(5);
  await cut(target);
  while (missed < 1) await later(20);
  await tell!(knex, 'b').catch(() => tell!(knex, 'b'));
  while (heard.length < 2) await later(5);
  expect(heard).toEqual(['a', 'b']);
  await end();
  await tell!(knex, 'c');
  await later(50);
  expect(heard).toEqual(['a', 'b']);
});

test('people who edit different documents do not wait for each other; those of one document do', async () => {
  const { knex } = workspace;
  const { wait } = dialectOf(knex);
  const order: string[] = [];
  const hold = (name: string, document: string, milliseconds: number) =>
    knex.transaction(async (trx) => {
      await wait(trx, { document });
      order.push(`${name} begins`);
      await later(milliseconds);
      order.push(`${name} ends`);
    });
  const first = hold('a', 'lib', 300);
  await later(50);
  const others = [hold('b', 'prod', 0), hold('c', 'lib', 0)];
  await Promise.all([first, ...others]);
  expect(order).toEqual(['a begins', 'b begins', 'b ends', 'a ends', 'c begins', 'c ends']);
  // Whatever changes anything else waits for all, and all for it.
  order.length = 0;
  const whole = knex.transaction(async (trx) => {
    await wait(trx, 'all');
    order.push('all begins');
    await later(200);
    order.push('all ends');
  });
  await later(50);
  await Promise.all([whole, hold('d', 'prod', 0)]);
  expect(order).toEqual(['all begins', 'all ends', 'd begins', 'd ends']);
});

test('a text with U+0000 is refused in words, and a database that is not there is told in one line', async () => {
  const { knex, actors } = workspace;
  const problem = await perform(knex, 'products.create', actors.owner!, {
    name: 'a\u0000b',
    slug: 'nul',
    libraries: [],
  }).catch((error: unknown) => error);
  expect(troubleOf(problem)).toBe('character');
  await expect(openDatabase('postgres://nobody@127.0.0.1:1/none')).rejects.toMatchObject({
    name: 'StartProblem',
    message: expect.stringMatching(
      /^The database postgres:\/\/127\.0\.0\.1:1\/none cannot be reached: [^\n]+$/,
    ),
  });
  await expect(openDatabase('mysql://localhost/none')).rejects.toMatchObject({
    message: expect.stringContaining('begins with mysql:, which is not known'),
  });
});
