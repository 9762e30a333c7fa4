import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { IS_FILE, testWorkspace, type TestWorkspace } from '@/testing/server';
import { restoreBackup, writeBackup } from '@/files/backup';
import { openDatabase } from '../db/connection';

/** The built program as it is started for people, asked over HTTP. `bin/test` builds before it runs tests. */
let workspace: TestWorkspace;
beforeAll(async () => {
  workspace = await testWorkspace();
  if (IS_FILE) await workspace.knex.raw('PRAGMA wal_checkpoint(TRUNCATE)');
});
/** Backups of the program's own, and holding a folder, are matters of a database that is a file. */
const onFile = (IS_FILE ? test : () => undefined) as (name: string, run: () => Promise<void>) => void;
const started: ChildProcess[] = [];
afterAll(async () => {
  for (const child of started) child.kill('SIGKILL');
  await workspace.close();
});

const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

interface Program {
  url: string;
  child: ChildProcess;
  ended: Promise<number | null>;
  said: () => string;
}
async function start(folder: string, env: Record<string, string> = {}): Promise<Program> {
  const port = await freePort();
  const child = spawn(process.execPath, ['dist/serve.mjs'], {
    env: { ...process.env, NODE_ENV: 'production', PORT: String(port), HOST: '127.0.0.1', SEEDPLAN_DATA_DIR: folder, NEXT_TELEMETRY_DISABLED: '1', ...env },
  }); // prettier-ignore
  started.push(child);
  let text = '';
  child.stdout!.on('data', (part) => (text += part));
  child.stderr!.on('data', (part) => (text += part));
  const ended = new Promise<number | null>((resolve) => child.once('exit', (code) => resolve(code)));
  const url = `http://127.0.0.1:${port}`;
  for (let i = 0; i < 300; i++) {
    if ((await fetch(`${url}/api/v1/health`).catch(() => undefined))?.ok)
      return { url, child, ended, said: () => text };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`It did not start: ${text}`);
}
const signIn = async (url: string, email = 'owner@w.example') => {
  const answer = await fetch(`${url}/api/v1/session`, {
    method: 'POST', body: JSON.stringify({ email, password: 'a long password' }),
  }); // prettier-ignore
  expect(answer.status).toBe(200);
  return answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
};

/** People who add one token after another, until they are told to stop or the server is gone; what was acknowledged. */
function writing(url: string, cookie: string, people: number, round: string) {
  const acknowledged: string[] = [];
  const outcomes = new Set<number | 'cut'>();
  let stopping = false;
  const write = async (writer: number) => {
    for (let i = 0; ; i++) {
      const id = `${round}w${writer}n${i}`;
      const item = { id: `token_${id}`, kind: 'token', name: id, parent: null, order: 'a1', declarations: {}, redirects: [] };
      const edit = { kind: 'add', version: 1, item: item.id, path: '', before: null, after: item };
      const answer = await fetch(`${url}/api/v1/documents/lib/changes`, {
        method: 'POST', headers: { cookie }, body: JSON.stringify({ id: `change_${id}`, label: 'x', edits: [edit] }),
      }).catch(() => undefined);
      const status = answer ? answer.status : 'cut';
      outcomes.add(status);
      if (status === 200) acknowledged.push(item.id);
      if (stopping && (status !== 200 || done)) return;
    }
  };
  let done = false;
  const writers = Array.from({ length: people }, (_, n) => write(n));
  return {
    acknowledged,
    outcomes,
    /** From now on a refusal or a cut ends a writer; `now`, whatever is answered next does. */
    async ending({ now = false } = {}) {
      stopping = true;
      done = now;
      await Promise.all(writers);
    },
  };
} // prettier-ignore

const until = async (holds: () => boolean) => {
  while (!holds()) await new Promise((resolve) => setTimeout(resolve, 5));
};

const storedItems = async (target: string) => {
  const knex = await openDatabase(target);
  const rows = (await knex('items').select('item_id')) as { item_id: string }[];
  await knex.destroy();
  return new Set(rows.map(({ item_id }) => item_id));
};

/** How often stopping and killing is tried; more by hand: `SEEDPLAN_ROUNDS=20`. */
const ROUNDS = Number(process.env.SEEDPLAN_ROUNDS ?? 3);

test(
  'told to stop with tabs open and people writing, it ends, and nothing acknowledged is lost',
  async () => {
    const { close } = await workspace.again();
    await close();
    for (let round = 0; round < ROUNDS; round++) {
      const { url, child, ended, said } = await start(workspace.folder);
      const cookie = await signIn(url);
      const streams = await Promise.all(
        [1, 2, 3].map(() => fetch(`${url}/api/v1/documents/lib/events?since=0`, { headers: { cookie } })),
      );
      expect(streams.map(({ status }) => status)).toEqual([200, 200, 200]);
      const people = writing(url, cookie, 4, `s${round}`);
      await until(() => people.acknowledged.length > 3);
      await new Promise((resolve) => setTimeout(resolve, (round % 5) * 70));
      const over = people.ending();
      const asked = Date.now();
      child.kill('SIGTERM');
      expect([await ended, said()]).toEqual([0, expect.not.stringMatching(/rror/)]);
      // A bound of the contract, far above what it takes: supervisors kill after it.
      expect(Date.now() - asked).toBeLessThan(5000);
      await Promise.all([over, ...streams.map((stream) => stream.text())]);
      expect(people.acknowledged.length).toBeGreaterThan(3);
      expect([...people.outcomes].filter((one) => ![200, 503, 'cut'].includes(one))).toEqual([]);
      const stored = await storedItems(workspace.target);
      expect(people.acknowledged.filter((id) => !stored.has(id))).toEqual([]);
    }
  },
  40_000 * ROUNDS,
);

test(
  'killed under load, it loses nothing that was acknowledged and starts again',
  async () => {
    const all: string[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      const { url, child, ended } = await start(workspace.folder);
      const cookie = await signIn(url);
      const people = writing(url, cookie, 6, `k${round}`);
      // At another moment of what is being done, each time.
      await until(() => people.acknowledged.length > round % 10);
      await new Promise((resolve) => setTimeout(resolve, (round % 7) * 3));
      const over = people.ending();
      child.kill('SIGKILL');
      await Promise.all([ended, over]);
      all.push(...people.acknowledged);
      expect([...people.outcomes].filter((one) => one !== 200 && one !== 'cut')).toEqual([]);
    }
    expect(all.length).toBeGreaterThan(ROUNDS);
    if (IS_FILE) {
      const knex = await openDatabase(workspace.folder);
      expect(await knex.raw('PRAGMA integrity_check')).toEqual([{ integrity_check: 'ok' }]);
      await knex.destroy();
    }
    const stored = await storedItems(workspace.target);
    expect(all.filter((id) => !stored.has(id))).toEqual([]);
  },
  40_000 * ROUNDS,
);

onFile(
  'a backup taken while ten people write holds what was acknowledged before it, and starts where it is restored',
  async () => {
    const { url, child, ended } = await start(workspace.folder);
    const cookie = await signIn(url);
    const people = writing(url, cookie, 10, 'b');
    const made = mkdtempSync(path.join(os.tmpdir(), 'seedplan-backup-'));
    const backups: { file: string; before: string[] }[] = [];
    for (const name of ['one.backup', 'two.backup']) {
      const already = people.acknowledged.length;
      await until(() => people.acknowledged.length > already + 10);
      const before = [...people.acknowledged];
      const file = path.join(made, name);
      await writeBackup(workspace.folder, file, new Date());
      expect((statSync(file).mode & 0o777).toString(8)).toBe('600');
      backups.push({ file, before });
    }
    await people.ending({ now: true });
    child.kill('SIGTERM');
    await ended;
    for (const { file, before } of backups) {
      const folder = path.join(made, `${path.basename(file)}-restored`);
      await restoreBackup(file, folder);
      expect((statSync(folder).mode & 0o777).toString(8)).toBe('700');
      const stored = await storedItems(folder);
      expect(before.filter((id) => !stored.has(id))).toEqual([]);
      // Whole change sets: as many as the draft's sequence says.
      const knex = await openDatabase(folder);
      for (const { id, sequence } of await knex('drafts').select('id', 'sequence')) {
        const [row] = await knex('change_sets').where({ draft_id: id }).count({ count: '*' });
        expect(row!.count).toBe(sequence);
      }
      await knex.destroy();
    }
    const again = await start(path.join(made, 'two.backup-restored'));
    // The session key came along: who was signed in still is.
    expect((await fetch(`${again.url}/api/v1/me`, { headers: { cookie } })).status).toBe(200);
    again.child.kill('SIGTERM');
    await again.ended;
    rmSync(made, { recursive: true, force: true });
  },
);

onFile(
  'a second program on one data folder, and one whose first data is not whole, end in one line',
  async () => {
    const { child, ended } = await start(workspace.folder);
    const env = {
      ...process.env,
      NODE_ENV: 'production' as const,
      SEEDPLAN_DATA_DIR: workspace.folder,
      PORT: String(await freePort()),
    };
    const second = spawnSync(process.execPath, ['dist/serve.mjs'], {
      env,
      encoding: 'utf8',
      timeout: 20_000,
    });
    expect([second.status, second.stderr.trim().split('\n')]).toEqual([
      1,
      [expect.stringContaining('Another Seedplan uses')],
    ]);
    child.kill('SIGKILL');
    await ended;
    writeFileSync(path.join(workspace.folder, 'preparing'), '');
    const unfinished = spawnSync(process.execPath, ['dist/serve.mjs'], {
      env,
      encoding: 'utf8',
      timeout: 20_000,
    });
    expect([unfinished.status, unfinished.stderr.trim().split('\n')]).toEqual([
      1,
      [expect.stringContaining('not loaded to its end')],
    ]);
    rmSync(path.join(workspace.folder, 'preparing'));
  },
);

test('what the program answers is hardened from the outside as well', async () => {
  const { url, child, ended } = await start(workspace.folder);
  const cookie = await signIn(url);
  for (const path of [
    '/',
    '/sign-in',
    '/nowhere',
    '/api/v1/me',
    '/api/v1/health',
    '/api/v1/openapi.json',
    '/api/v1/nowhere',
    '/preview',
    '/preview?live',
    '/fonts/none.woff2',
    '/icon.svg',
    '/libraries/%E0%A4%A',
  ]) {
    const { headers } = await fetch(url + path, { redirect: 'manual' });
    expect([path, headers.get('content-security-policy')]).toEqual([
      path,
      expect.stringMatching(/(^|; )default-src '(none|self)'/),
    ]);
    expect([path, headers.get('x-content-type-options')]).toEqual([path, 'nosniff']);
  }
  // The page's own scripts carry the nonce of its policy, and no other script is in it.
  const page = await fetch(`${url}/sign-in`);
  const nonce = /'nonce-([^']+)'/.exec(page.headers.get('content-security-policy')!)![1];
  const scripts = [...(await page.text()).matchAll(/<script\b[^>]*>/g)].map(([tag]) => tag);
  expect(scripts.length).toBeGreaterThan(2);
  expect(scripts.filter((tag) => !tag.includes(`nonce="${nonce}"`))).toEqual([]);
  // A page that is not there, and a library or product that is not, answer 404 to whoever is signed in.
  const status = async (path: string) =>
    (await fetch(url + path, { headers: { cookie }, redirect: 'manual' })).status;
  for (const path of [
    '/nowhere',
    '/libraries/none',
    '/libraries/none/tokens',
    '/libraries/prod',
    '/products/none',
    '/products/lib',
  ])
    expect([path, await status(path)]).toEqual([path, 404]);
  for (const path of ['/', '/libraries/lib', '/libraries/lib/components', '/products/prod'])
    expect([path, await status(path)]).toEqual([path, 200]);
  child.kill('SIGTERM');
  expect(await ended).toBe(0);
});
