import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as later } from 'node:timers/promises';
import type { Knex } from 'knex';
import { build } from 'esbuild';
import { openDatabase } from '../db/connection';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { Problem } from '../http/problem';
import { perform } from '../perform';
import type { JobKind, JobRow } from './job';
import { Runner } from './runner';

/** Jobs by themselves: what is held of any kind, seen with kinds that do nearly nothing. */
let workspace: TestWorkspace;
let knex: Knex;
let close: () => Promise<void>;
let target: string;
let product: { id: string };
const runners: Runner[] = [];
beforeAll(async () => void (workspace = await testWorkspace()));
afterAll(() => workspace.close());
beforeEach(async () => {
  ({ knex, close, target } = await workspace.again());
  product = await knex('documents').where({ slug: 'prod' }).first();
});
afterEach(async () => {
  for (const runner of runners.splice(0)) await runner.end();
  await close();
});

const BASE: JobKind<{ n: number }, number, number> = {
  kind: 'count',
  label: 'Count',
  needs: 'contributor',
  page: 'code',
  idempotent: true,
  read: async (_work, _document, { n }) => n,
  compute: async (n) => n + 1,
  async commit({ trx }, _document, { n }, answer) {
    // Both rows or none.
    await trx('workspace').insert({ key: `a${n}`, value: String(answer) });
    await trx('workspace').insert({ key: `b${n}`, value: String(answer) });
    return `counted to ${answer}`;
  },
};
const runner = (kind: Partial<JobKind<{ n: number }, number, number>> = {}, times: object = {}) => {
  const kinds = new Map([['count', { ...BASE, ...kind } as unknown as JobKind]]);
  const made = new Runner(knex, kinds, { lease: 30_000, pulse: 600_000, progress: 0, ...times });
  runners.push(made);
  return made;
};
let added = 0;
async function add(n = 1, by = 'contributor'): Promise<string> {
  const id = `job_${String(added++).padStart(4, '0')}`;
  const person = workspace.actors[by] as { id: string };
  await knex('jobs').insert({ id, kind: 'count', document_id: product.id, person_id: person.id, input: JSON.stringify({ n }), state: 'waiting', created_at: new Date(2026, 0, 1, 0, 0, added).toISOString() }); // prettier-ignore
  return id;
}
const job = (id: string): Promise<JobRow> => knex('jobs').where({ id }).first();
const stored = async () =>
  (await knex('workspace').where('key', 'like', 'a%').orWhere('key', 'like', 'b%')).length;

test('jobs are run in the order they came, each stored with what came of it', async () => {
  const order: number[] = [];
  const ids = [await add(3), await add(1), await add(2)];
  await runner({ compute: async (n) => (order.push(n), n + 1) }).wake();
  expect(order).toEqual([3, 1, 2]);
  for (const id of ids) expect(await job(id)).toMatchObject({ state: 'done', attempt: 1, error: null, lease: null });
  expect((await job(ids[0]!)).result).toBe('counted to 4');
}); // prettier-ignore

test('jobs of several documents run side by side, those of one never do', async () => {
  const other = await knex('documents').where({ slug: 'lib' }).first();
  const [first, second, third] = [await add(1), await add(2), await add(3)];
  await knex('jobs').where({ id: third }).update({ document_id: other.id });
  const running = new Set<number>();
  const together = new Set<string>();
  let begun = () => {};
  const both = new Promise<void>((resolve) => (begun = resolve));
  await runner({
    needs: 'viewer',
    async compute(n) {
      running.add(n);
      together.add([...running].sort().join(' '));
      // Whichever begins first is held until the one of the other document has begun.
      if (running.has(1) && running.has(3)) begun();
      if (n !== 2) await both;
      running.delete(n);
      return n;
    },
  }).wake();
  for (const id of [first, second, third]) expect(await job(id)).toMatchObject({ state: 'done' });
  expect(together).toContain('1 3');
  expect([...together].filter((names) => /1.*2/.test(names))).toEqual([]);
}, 20_000);

test('several servers that look for jobs at once take each job once, and never two of one document', async () => {
  const other = await knex('documents').where({ slug: 'lib' }).first();
  const ids: string[] = [];
  for (let n = 0; n < 24; n++) ids.push(await add(n));
  await knex('jobs').whereIn('id', ids.filter((_, n) => n % 3 === 0)).update({ document_id: other.id });
  const servers = await Promise.all(Array.from({ length: 4 }, () => openDatabase(target)));
  const running = new Map<string, number>();
  const [seen, clashes]: [number[], number[]] = [[], []];
  const kind: JobKind<{ n: number }, number, number> = {
    ...BASE,
    needs: 'viewer',
    async compute(n) {
      const document = n % 3 === 0 ? 'library' : 'product';
      const others = running.get(document) ?? 0;
      if (others > 0) clashes.push(n);
      running.set(document, others + 1);
      seen.push(n);
      await later(5);
      running.set(document, running.get(document)! - 1);
      return n;
    },
  };
  const times = { lease: 30_000, pulse: 600_000, progress: 0 };
  const made = servers.map((server) => new Runner(server, new Map([['count', kind as unknown as JobKind]]), times));
  // A server that finds a document busy looks again with its next pulse: here until nothing waits.
  while ((await knex('jobs').where({ state: 'waiting' })).length > 0) await Promise.all(made.map((one) => one.wake()));
  for (const one of made) await one.end();
  for (const server of servers) await server.destroy();
  expect(clashes).toEqual([]);
  expect(seen.sort((a, b) => a - b)).toEqual(Array.from({ length: 24 }, (_, n) => n));
  for (const id of ids) expect(await job(id)).toMatchObject({ state: 'done', attempt: 1 });
}, 30_000); // prettier-ignore

test('jobs that ended long ago are forgotten, and none that waits or runs', async () => {
  const ended = await add();
  const recent = await add();
  const waiting = await add();
  await knex('jobs').where({ id: ended }).update({ state: 'done', ended_at: new Date(Date.now() - 91 * 86_400_000).toISOString() }); // prettier-ignore
  await knex('jobs').where({ id: recent }).update({ state: 'failed', ended_at: new Date(Date.now() - 89 * 86_400_000).toISOString() }); // prettier-ignore
  await runner().prune();
  expect((await knex('jobs').orderBy('id').select('id')).map(({ id }) => id)).toEqual([recent, waiting]);
});

test.each<[string, Partial<JobKind<{ n: number }, number, number>>, RegExp]>([
  ['what it reads is refused', { read: async () => { throw new Problem(400, 'x', 'X', 'There is no repository.'); } }, /^There is no repository\.$/],
  ['it fails while it computes', { compute: async () => { throw new TypeError('undefined is not a function'); } }, /^The program failed\. Nothing was stored\. Run the job again/],
  ['it fails in the middle of storing', { commit: async ({ trx }) => { await trx('workspace').insert({ key: 'a1', value: '' }); throw new Error('disk'); } }, /Nothing was stored/],
])('where %s, it has failed in words, nothing is stored, and who asked finds it in the inbox', async (_, kind, words) => {
  const log = jest.spyOn(console, 'error').mockImplementation(() => {});
  const id = await add();
  const next = await add(2);
  await runner({ ...kind, ...(kind.compute && { compute: async (n) => (n === 1 ? kind.compute!(n, {}) : n) }) }).wake();
  log.mockRestore();
  const failed = await job(id);
  expect(failed).toMatchObject({ state: 'failed', result: null, lease: null });
  expect(failed.error).toMatch(words);
  expect(failed.error).not.toMatch(/undefined|disk|at /);
  expect(await knex('workspace').where({ key: 'a1' })).toEqual([]);
  const { notices } = (await perform(knex, 'inbox.list', workspace.actors.contributor!, {})) as { notices: { title: string; href: string }[] };
  expect(notices).toContainEqual(expect.objectContaining({ title: 'Count of Prod failed', href: '/products/prod/code' }));
  // The next one is run all the same.
  if (kind.compute) expect((await job(next)).state).toBe('done');
}); // prettier-ignore

test('who may not any more gets nothing done, neither when it begins nor when it is to be stored', async () => {
  const early = await add(1, 'viewer');
  await runner().wake();
  expect(await job(early)).toMatchObject({ state: 'failed', error: expect.stringContaining('This needs the role contributor') }); // prettier-ignore
  const late = await add(2);
  const person = (workspace.actors.contributor as { id: string }).id;
  const made = runner({ compute: async (n) => (await knex('memberships').where({ person_id: person }).delete(), n) });
  await made.wake();
  expect((await job(late)).state).toBe('failed');
  expect(await stored()).toBe(0);
}); // prettier-ignore

test('how far a job is can be read while it runs; cancelled, it ends and stores nothing', async () => {
  const id = await add();
  let ended = false;
  const made = runner({
    async compute(n, { signal, onProgress }) {
      onProgress!({ done: 1, of: 4, doing: 'Part 1 of 4' });
      await later(60_000, undefined, { signal }).catch(() => (ended = true));
      if (signal!.aborted) throw new Error('aborted');
      return n;
    },
  });
  const working = made.wake();
  for (let i = 0; i < 200 && !(await job(id)).progress; i++) await later(5);
  expect(JSON.parse((await job(id)).progress!)).toEqual({ done: 1, of: 4, doing: 'Part 1 of 4' });
  const list = (who: string) => perform(knex, 'jobs.list', workspace.actors[who]!, {}) as Promise<{ jobs: { id: string; mine: boolean }[] }>; // prettier-ignore
  expect((await list('contributor')).jobs).toMatchObject([{ id, state: 'running', mine: true, label: 'count' }]); // prettier-ignore
  expect((await list('viewer')).jobs).toMatchObject([{ id, mine: false }]);
  expect((await list('outsider')).jobs).toEqual([]);
  for (const [who, status] of [['viewer', 403], ['outsider', 404]] as const)
    await expect(perform(knex, 'jobs.cancel', workspace.actors[who]!, { id })).rejects.toMatchObject({ status }); // prettier-ignore
  await perform(knex, 'jobs.cancel', workspace.actors.contributor!, { id });
  made.cancel(id);
  await working;
  expect(ended).toBe(true);
  expect(await job(id)).toMatchObject({ state: 'cancelled', result: null, progress: null });
  expect(await stored()).toBe(0);
  await expect(perform(knex, 'jobs.cancel', workspace.actors.contributor!, { id })).rejects.toMatchObject({ status: 400 }); // prettier-ignore
  // Run again, it is another job.
  const { job: next } = (await perform(knex, 'jobs.again', workspace.actors.maintainer!, { id })) as { job: string }; // prettier-ignore
  await runner().wake();
  expect((await job(next)).state).toBe('done');
});

test('what is cancelled between the last step and storing is not stored', async () => {
  const id = await add();
  await runner({
    compute: async (n) => {
      await perform(knex, 'jobs.cancel', workspace.actors.owner!, { id });
      return n;
    },
  }).wake();
  expect((await job(id)).state).toBe('cancelled');
  expect(await stored()).toBe(0);
});

test.each([
  [true, 'waiting', null],
  [false, 'failed', /The server was stopped while this ran/],
] as const)('a lease that has expired (begun again: %s)', async (idempotent, state, words) => {
  const id = await add();
  await knex('jobs').where({ id }).update({ state: 'running', attempt: 1, lease: '2026-01-01T00:00:00.000Z server_gone' }); // prettier-ignore
  const held = await add(2);
  const other = await knex('documents').where({ slug: 'lib' }).first();
  await knex('jobs').where({ id: held }).update({ document_id: other.id, state: 'running', attempt: 1, lease: '2999-01-01T00:00:00.000Z server_other' }); // prettier-ignore
  const made = runner({ idempotent });
  await made.reclaim();
  expect((await job(id)).state).toBe(state);
  if (words) expect((await job(id)).error).toMatch(words);
  // What another server still holds is left to it.
  expect((await job(held)).state).toBe('running');
  await made.wake();
  expect((await job(id)).state).toBe(idempotent ? 'done' : 'failed');
  if (idempotent) expect((await job(id)).attempt).toBe(2);
}); // prettier-ignore

test('where the database is gone the runner goes on, and looks again later', async () => {
  const made = runner();
  const log = jest.spyOn(console, 'error').mockImplementation(() => {});
  await knex.destroy();
  await expect(made.wake()).resolves.toBeUndefined();
  expect(log).toHaveBeenCalled();
  log.mockRestore();
});

/** A server that runs jobs and nothing else, until it is killed. */
const SERVER = `
import { openDatabase } from '@/server/db/connection';
import { Runner } from '@/server/jobs/runner';
const knex = await openDatabase(process.argv[2]);
const reach = (stage) => (process.stdout.write(stage), new Promise((done) => setTimeout(done, 10)));
const kind = {
  kind: 'count', label: 'Count', needs: 'contributor', idempotent: true,
  read: async (work, document, { n }) => (await reach('r'), n),
  compute: async (n) => (await reach('c'), n + 1),
  async commit({ trx }, document, { n }, answer) {
    await trx('workspace').insert({ key: 'a' + n, value: String(answer) });
    await reach('w');
    await trx('workspace').insert({ key: 'b' + n, value: String(answer) });
    return 'counted';
  },
};
const runner = new Runner(knex, new Map([['count', kind]]), { lease: 200, pulse: 40, progress: 0 });
await runner.wake();
setInterval(() => {}, 1000);
`;

/** More by hand: `SEEDPLAN_KILLS=100`. */
const KILLS = Number(process.env.SEEDPLAN_KILLS ?? 8);

test('killed again and again in the middle: no job is lost, half done, or done twice', async () => {
  // More than all rounds can reach, so that none finds the work done.
  const count = KILLS * 10;
  for (let n = 0; n < count; n++) await add(n);
  await knex.destroy();
  const bundle = mkdtempSync(path.join(process.cwd(), 'dist', 'jobs-'));
  writeFileSync(path.join(bundle, 'server.ts'), SERVER);
  await build({
    entryPoints: [path.join(bundle, 'server.ts')],
    outfile: path.join(bundle, 'server.mjs'),
    bundle: true,
    platform: 'node',
    format: 'esm',
    external: ['better-sqlite3', 'knex', 'pg', 'pino', 'css-tree', 'piscina', 'fontkit'],
    tsconfig: 'tsconfig.json',
    logLevel: 'error',
    banner: { js: "import { createRequire as r } from 'node:module'; const require = r(import.meta.url);" },
  });
  let interrupted = 0;
  for (let round = 0; round < KILLS; round++) {
    const child = spawn(process.execPath, [path.join(bundle, 'server.mjs'), target]);
    let said = '';
    child.stderr.on('data', (part) => (said += part));
    await new Promise<void>((resolve) => {
      // Killed where it stands, not by the clock: while a job is read, computed or half written.
      const stage = 'rcw'[round % 3]!;
      let left = 1 + ((round * 5) % 8);
      child.stdout.on('data', (part) => {
        left -= String(part).split(stage).length - 1;
        if (left <= 0) child.kill('SIGKILL');
      });
      child.on('close', () => resolve());
    });
    expect(said).toBe('');
    const between = await openDatabase(target);
    interrupted += (await between('jobs').where({ state: 'running' })).length;
    await between.destroy();
  }
  // As good as every kill came while a job was under way.
  expect(interrupted).toBeGreaterThanOrEqual(KILLS / 2);
  ({ knex } = { knex: await openDatabase(target) });
  close = () => knex.destroy();
  await later(250);
  const last = runner();
  await last.reclaim();
  await last.wake();
  const jobs: JobRow[] = await knex('jobs');
  expect(jobs.filter(({ state }) => state !== 'done')).toEqual([]);
  for (const letter of ['a', 'b'])
    expect(
      (await knex('workspace').where('key', 'like', `${letter}%`)).filter(({ key }) => /^.\d+$/.test(key)),
    ).toHaveLength(count);
  rmSync(bundle, { recursive: true, force: true });
});
