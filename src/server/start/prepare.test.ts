import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { openDatabase, StartProblem } from '../db/connection';
import { holdFolder } from './hold';
import { isUnfinished } from './prepare';

/** Starts the preparation of a data folder with an answer in text and exit status, as a person sees it. */
function prepare(
  folder: string,
  words: string[] = [],
  env: Record<string, string> = {},
): Promise<{ code: number | null; text: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, ['dist/prepare.mjs', ...words], {
      env: { ...process.env, SEEDPLAN_DATA_DIR: folder, ...env },
    });
    let text = '';
    child.stdout.on('data', (part) => (text += part));
    child.stderr.on('data', (part) => (text += part));
    child.on('close', (code) => resolve({ code, text }));
  });
}

const made: string[] = [];
const folder = () => {
  const name = mkdtempSync(path.join(os.tmpdir(), 'seedplan-start-'));
  made.push(name);
  return name;
};
afterAll(() => made.forEach((name) => rmSync(name, { recursive: true, force: true })));

const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

test('what keeps the program from starting is one clear line', async () => {
  const PORT = String(await freePort());
  const taken = createServer();
  await new Promise<void>((resolve) => taken.listen(Number(PORT), '127.0.0.1', resolve));
  expect(await prepare(folder(), ['--empty'], { PORT })).toEqual({
    code: 1,
    text: `Port ${PORT} is in use. Stop what uses it, or set PORT to another.\n`,
  });
  await new Promise((resolve) => taken.close(resolve));

  expect(await prepare(path.resolve('package.json', 'data'), ['--empty'], { PORT })).toMatchObject({
    code: 1,
    text: expect.stringContaining('cannot be written'),
  });

  const newer = folder();
  expect(await prepare(newer, ['--empty'], { PORT })).toMatchObject({ code: 0 });
  const knex = await openDatabase(newer);
  await knex('knex_migrations').insert({
    name: '0099-from-the-future',
    batch: 9,
    migration_time: new Date(),
  });
  await knex.destroy();
  const refused = await prepare(newer, ['--empty'], { PORT });
  expect(refused.text.trim().split('\n')).toHaveLength(1);
  expect(refused).toMatchObject({ code: 1, text: expect.stringContaining('newer than this program') });
  await expect(openDatabase(newer)).rejects.toThrow(StartProblem);
});

/** Bytes that a data folder holds: they grow while its first data is being loaded. */
const size = (data: string): number =>
  readdirSync(data, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .reduce((sum, { parentPath, name }) => {
      // What was there a moment ago may have been renamed.
      const found = statSync(path.join(parentPath, name), { throwIfNoEntry: false });
      return sum + (found?.size ?? 0);
    }, 0);

const TABLES = [
  'people',
  'documents',
  'items',
  'change_sets',
  'releases',
  'release_items',
  'notices',
  'files',
];
async function counts(data: string) {
  const knex = await openDatabase(data);
  const found = [];
  for (const table of TABLES) found.push([table, (await knex(table).count({ count: '*' }))[0]!.count]);
  await knex.destroy();
  return found;
}

test('a first start that is killed at any moment is begun anew; once loaded, its mark alone opens the one-click sign-in', async () => {
  const PORT = String(await freePort());
  const whole = folder();
  // `bin/test` has loaded one undisturbed.
  const loaded = process.env.SEEDPLAN_TEST_PREPARED;
  if (loaded) cpSync(loaded, whole, { recursive: true });
  else await prepare(whole, [], { PORT });
  const end = size(whole);
  const killed = folder();
  for (const share of [0.1, 0.7]) {
    const child = spawn(process.execPath, ['dist/prepare.mjs'], {
      env: { ...process.env, SEEDPLAN_DATA_DIR: killed, PORT },
      stdio: 'ignore',
    });
    const closed = new Promise<void>((resolve) => child.once('close', () => resolve()));
    while (size(killed) < end * share && child.exitCode === null)
      await new Promise((resolve) => setTimeout(resolve, 20));
    child.kill('SIGKILL');
    await closed;
    expect([share, child.signalCode, isUnfinished(killed)]).toEqual([share, 'SIGKILL', true]);
  }
  expect((await prepare(killed, [], { PORT })).text).toContain('Demo data loaded.');
  expect(await counts(killed)).toEqual(await counts(whole));
  const again = await prepare(killed, [], { PORT });
  expect(again.text).not.toContain('Demo data loaded.');
  expect(again.text).toContain('one click');
  const empty = folder();
  expect((await prepare(empty, ['--empty'], { PORT })).text).toContain('first owner');
});

test('nobody else of the machine reads what the program stores', async () => {
  const PORT = String(await freePort());
  // As most machines are set up: what is created is readable by all.
  const before = process.umask(0o022);
  const data = path.join(folder(), 'made');
  expect((await prepare(data, ['--empty'], { PORT })).code).toBe(0);
  const knex = await openDatabase(data);
  await knex('workspace').insert({ key: 'x', value: 'x' });
  const modes = Object.fromEntries(
    readdirSync(data).map((name) => [name, (statSync(path.join(data, name)).mode & 0o777).toString(8)]),
  );
  await knex.destroy();
  process.umask(before);
  expect((statSync(data).mode & 0o777).toString(8)).toBe('700');
  expect(Object.keys(modes)).toContain('seedplan.db-wal');
  expect(new Set(Object.values(modes))).toEqual(new Set(['600']));
});

test('two programs on one data folder: the second is refused in one line, and the first one’s end frees it', async () => {
  const PORT = String(await freePort());
  const data = folder();
  const held = holdFolder(data);
  expect(await prepare(data, ['--empty'], { PORT })).toEqual({
    code: 1,
    text: `Another Seedplan uses the data folder ${data}. Stop it, or set SEEDPLAN_DATA_DIR to another.\n`,
  });
  held.release();
  expect((await prepare(data, ['--empty'], { PORT })).code).toBe(0);
  // A process that is killed holds nothing any more.
  const holder = spawn(process.execPath, [
    '-e',
    `const d = new (require('better-sqlite3'))(${JSON.stringify(path.join(data, 'seedplan.lock'))}, { timeout: 0 });
     d.pragma('locking_mode = EXCLUSIVE'); d.exec('BEGIN EXCLUSIVE'); console.log('held'); setInterval(() => 0, 1000)`,
  ]);
  await new Promise((resolve) => holder.stdout.once('data', resolve));
  expect((await prepare(data, ['--empty'], { PORT })).code).toBe(1);
  holder.kill('SIGKILL');
  await new Promise((resolve) => holder.once('close', resolve));
  expect((await prepare(data, ['--empty'], { PORT })).code).toBe(0);
});

test('a migration that a dead process had begun is taken over', async () => {
  const PORT = String(await freePort());
  const data = folder();
  expect((await prepare(data, ['--empty'], { PORT })).code).toBe(0);
  const knex = await openDatabase(data);
  // As it stands where the second migration had not been reached.
  await knex('knex_migrations').where({ name: '0003-access' }).delete();
  await knex.schema.alterTable('notices', (t) => t.dropColumn('documents'));
  await knex('knex_migrations_lock').update({ is_locked: 1 });
  await knex.destroy();
  expect((await prepare(data, ['--empty'], { PORT })).code).toBe(0);
  const after = await openDatabase(data);
  expect(await after('knex_migrations_lock').first()).toMatchObject({ is_locked: 0 });
  expect(await after.schema.hasColumn('notices', 'documents')).toBe(true);
  await after.destroy();
});

test.each<[string, (file: string) => void]>([
  ['no database', (file) => writeFileSync(file, 'This is a letter. '.repeat(500))],
  [
    'a database with a hole in it',
    (file) => {
      const bytes = readFileSync(file);
      bytes.fill(0x5a, 100, Math.min(bytes.length, 40_000));
      writeFileSync(file, bytes);
    },
  ],
])('%s in its place is one line, with what to do', async (_what, spoil) => {
  const PORT = String(await freePort());
  const data = folder();
  expect((await prepare(data, ['--empty'], { PORT })).code).toBe(0);
  spoil(path.join(data, 'seedplan.db'));
  const { code, text } = await prepare(data, ['--empty'], { PORT });
  expect(code).toBe(1);
  expect(text.trim().split('\n')).toHaveLength(1);
  expect(text).toMatch(/is damaged\. Put the seedplan\.db of a backup in its place/);
});
