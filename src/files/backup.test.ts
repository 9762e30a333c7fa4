import {
  appendFileSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { execFileSync } from 'node:child_process';
import Database from 'better-sqlite3';
import { create } from 'tar';
import { bundledCli } from '@/testing/cli';
import { workingCopy } from '@/testing/repository';
import { BackupProblem, restoreBackup, writeBackup } from './backup';

let server = '';
const run = bundledCli(() => ({ SEEDPLAN_DATA_DIR: server }));
const home = mkdtempSync(path.join(os.tmpdir(), 'seedplan-backups-'));
afterAll(() => rmSync(home, { recursive: true, force: true }));
let n = 0;
const place = (name = `p${++n}`) => path.join(home, name);

const data = place('data');
mkdirSync(data);
const database = new Database(path.join(data, 'seedplan.db'));
database.pragma('journal_mode = WAL');
database.exec('CREATE TABLE notes (id INTEGER PRIMARY KEY, text TEXT)');
const insert = database.prepare('INSERT INTO notes (text) VALUES (?)');
for (let i = 0; i < 2000; i++) insert.run(`Note ${i} ${'x'.repeat(300)}`);
writeFileSync(path.join(data, 'session-key'), 'a key of forty characters or so, secret');
afterAll(() => database.close());

const at = new Date('2026-01-02T03:04:05Z');
const backup = async () => {
  const file = place();
  await writeBackup(data, file, at);
  return file;
};
const left = () => readdirSync(home).filter((name) => name.startsWith('.seedplan-backup'));

test('what is restored is what was there, by SQLite’s own dump', async () => {
  const file = await backup();
  const into = place();
  expect(await restoreBackup(file, into)).toMatchObject({ at: at.toISOString() });
  const rows = (folder: string) => {
    const copy = new Database(path.join(folder, 'seedplan.db'), { readonly: true });
    const found = copy.prepare('SELECT * FROM notes').all();
    copy.close();
    return found;
  };
  expect(rows(into)).toEqual(rows(data));
  expect(readFileSync(path.join(into, 'session-key'), 'utf8')).toContain('secret');
  expect(readdirSync(into).sort()).toEqual(['seedplan.db', 'session-key']);
  // Any tar reads it: the backup does not depend on this program.
  expect(execFileSync('tar', ['-tzf', file], { encoding: 'utf8' }).trim().split('\n')).toEqual([
    'manifest.json',
    'seedplan.db',
    'session-key',
  ]);
  expect(left()).toEqual([]);
});

test.each<[string, (file: string) => Promise<void> | void, RegExp]>([
  ['cut short', (file) => writeFileSync(file, readFileSync(file).subarray(0, 5000)), /is no backup, or is damaged|has no manifest|missing/],
  ['with a byte changed inside', (file) => {
    const bytes = gunzipSync(readFileSync(file));
    const spot = bytes.indexOf('Note 1500');
    bytes[spot] = 'X'.charCodeAt(0);
    writeFileSync(file, gzipSync(bytes));
  }, /does not verify: seedplan\.db is not what was backed up/],
  ['that is a letter', (file) => writeFileSync(file, 'Dear all,'), /is no backup/],
  ['of another program', async (file) => {
    const folder = place();
    mkdirSync(folder);
    writeFileSync(path.join(folder, 'manifest.json'), '{"program":"other"}');
    await create({ gzip: true, cwd: folder, file }, ['manifest.json']);
  }, /is no backup of Seedplan/],
  ['that writes outside of its place', async (file) => {
    const folder = place();
    mkdirSync(folder);
    writeFileSync(path.join(folder, 'escaped'), 'x');
    await create({ gzip: true, cwd: folder, file, preservePaths: true }, [path.join(folder, '..', path.basename(folder), 'escaped')]);
  }, /is no backup/],
])('a file %s is refused in one line, and nothing is made', async (_, spoil, message) => {
  const file = await backup();
  await spoil(file);
  const into = place();
  const problem = await restoreBackup(file, into).catch((error: unknown) => error);
  expect(problem).toBeInstanceOf(BackupProblem);
  expect((problem as Error).message).toMatch(message);
  expect((problem as Error).message).not.toContain('\n');
  expect(existsSync(into)).toBe(false);
  expect(left()).toEqual([]);
}); // prettier-ignore

test('a damaged database is not backed up as if it were sound', async () => {
  const folder = place();
  mkdirSync(folder);
  const file = path.join(folder, 'seedplan.db');
  database.pragma('wal_checkpoint(TRUNCATE)');
  copyFileSync(path.join(data, 'seedplan.db'), file);
  const bytes = readFileSync(file);
  bytes.fill(0x5a, bytes.length / 2, bytes.length / 2 + 9000);
  writeFileSync(file, bytes);
  await expect(writeBackup(folder, place(), at)).rejects.toThrow(/damaged|cannot be copied/);
  expect(left()).toEqual([]);
});

test('the commands say one line and end as the contract says', async () => {
  const file = place();
  server = data;
    expect(run('backup', file)).toMatchObject({ status: 0, stderr: '', stdout: expect.stringMatching(/^Backed up .* kB\)\.\n$/) });
    expect(run('backup', file)).toMatchObject({ status: 1, stderr: `${file} is there already. Give the backup another name.\n` });
    const into = place();
    expect(run('restore', file, '--into', into)).toMatchObject({ status: 0, stderr: '', stdout: expect.stringMatching(/^Restored .*\n$/) });
    expect(run('restore', file, '--into', into)).toMatchObject({ status: 1, stderr: expect.stringMatching(/^The data folder .* is not empty\. .*\n$/) });
    // Without --into it would be the server's own folder.
    expect(run('restore', file)).toMatchObject({ status: 1, stderr: expect.stringContaining(`${data} is not empty`) });
    expect(run('restore', place())).toMatchObject({ status: 1, stderr: expect.stringMatching(/not empty|no such file/) });
    expect(run('backup')).toMatchObject({ status: 2, stderr: expect.stringContaining('FILE is missing.') });
    appendFileSync(file, 'x');
    server = place();
    expect(run('backup', place())).toMatchObject({ status: 1, stderr: expect.stringContaining('There is no seedplan.db') });
}); // prettier-ignore

test('repositories come back as they were, by git’s own check; one that is empty too', async () => {
  const folder = place();
  mkdirSync(path.join(folder, 'repositories'), { recursive: true });
  database.pragma('wal_checkpoint(TRUNCATE)');
  copyFileSync(path.join(data, 'seedplan.db'), path.join(folder, 'seedplan.db'));
  const bare = (name: string, at = folder) => path.join(at, 'repositories', name);
  for (const name of ['doc_1-a.git', 'doc_2-b.git'])
    execFileSync('git', ['init', '--quiet', '--bare', '--initial-branch=main', bare(name)]);
  const copy = workingCopy();
  const head = copy.commit('Begin', { 'a.css': 'a { color: red }', 'deep/b c.css': '' });
  copy.git(['push', '--quiet', bare('doc_1-a.git'), 'main']);
  copy.remove();
  const file = place();
  await writeBackup(folder, file, at);
  const into = place();
  await restoreBackup(file, into);
  const git = (...words: string[]) => execFileSync('git', words, { encoding: 'utf8' }).trim();
  expect(git('--git-dir', bare('doc_1-a.git', into), 'rev-parse', 'main')).toBe(head);
  git('--git-dir', bare('doc_1-a.git', into), 'fsck', '--strict');
  expect(git('--git-dir', bare('doc_2-b.git', into), 'for-each-ref')).toBe('');
  expect(left()).toEqual([]);
  // Damage in one of them is found as in the database.
  const bytes = gunzipSync(readFileSync(file));
  const spot = bytes.indexOf('[core]');
  bytes[spot + 1] = 'X'.charCodeAt(0);
  const spoilt = place();
  writeFileSync(spoilt, gzipSync(bytes));
  await expect(restoreBackup(spoilt, place())).rejects.toThrow(
    /does not verify: repositories\/doc_\d-\w\.git\/config/,
  );
});
