import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { createServer } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { openDatabase, StartProblem } from '../db/connection';

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
}, 60_000);

test('the demo loads once, and its mark alone opens the one-click sign-in', async () => {
  const PORT = String(await freePort());
  const data = folder();
  expect((await prepare(data, [], { PORT })).text).toContain('Demo data loaded.');
  const again = await prepare(data, [], { PORT });
  expect(again.text).not.toContain('Demo data loaded.');
  expect(again.text).toContain('one click');
  const empty = folder();
  expect((await prepare(empty, ['--empty'], { PORT })).text).toContain('first owner');
}, 60_000);

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
}, 30_000);
