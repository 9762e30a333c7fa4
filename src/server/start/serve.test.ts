import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import path from 'node:path';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { openDatabase } from '../db/connection';

/** The built program as it is started for people, asked over HTTP. `bin/test` builds before it runs tests. */
let workspace: TestWorkspace;
beforeAll(async () => {
  workspace = await testWorkspace();
  await workspace.knex.raw('PRAGMA wal_checkpoint(TRUNCATE)');
});
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

test('told to stop with tabs open and people writing, it ends, and nothing acknowledged is lost', async () => {
  const { close } = await workspace.again();
  await close();
  for (let round = 0; round < 3; round++) {
    const { url, child, ended, said } = await start(workspace.folder);
    const cookie = await signIn(url);
    const streams = await Promise.all(
      [1, 2, 3].map(() => fetch(`${url}/api/v1/documents/lib/events?since=0`, { headers: { cookie } })),
    );
    expect(streams.map(({ status }) => status)).toEqual([200, 200, 200]);
    const acknowledged: string[] = [];
    const outcomes = new Set<number | 'cut'>();
    let stopping = false;
    const write = async (writer: number) => {
      for (let i = 0; ; i++) {
        const id = `${round}w${writer}n${i}`;
        const item = {
          id: `token_${id}`,
          kind: 'token',
          name: id,
          parent: null,
          order: 'a1',
          declarations: {},
          redirects: [],
        };
        const edit = { kind: 'add', version: 1, item: item.id, path: '', before: null, after: item };
        const answer = await fetch(`${url}/api/v1/documents/lib/changes`, {
          method: 'POST', headers: { cookie }, body: JSON.stringify({ id: `change_${id}`, label: 'x', edits: [edit] }),
        }).catch(() => undefined); // prettier-ignore
        const status = answer ? answer.status : 'cut';
        outcomes.add(status);
        if (status === 200) acknowledged.push(item.id);
        else if (stopping) return;
      }
    };
    const writers = [1, 2, 3, 4].map(write);
    await new Promise((resolve) => setTimeout(resolve, 150 + round * 70));
    stopping = true;
    const asked = Date.now();
    child.kill('SIGTERM');
    expect([await ended, said()]).toEqual([0, expect.not.stringMatching(/rror/)]);
    // A bound of the contract, far above what it takes: supervisors kill after it.
    expect(Date.now() - asked).toBeLessThan(5000);
    await Promise.all([...writers, ...streams.map((stream) => stream.text())]);
    expect(acknowledged.length).toBeGreaterThan(3);
    expect([...outcomes].filter((one) => ![200, 503, 'cut'].includes(one))).toEqual([]);
    const knex = await openDatabase(workspace.folder);
    const stored = new Set(
      (await knex('items').select('item_id')).map(({ item_id }: { item_id: string }) => item_id),
    );
    expect(acknowledged.filter((id) => !stored.has(id))).toEqual([]);
    await knex.destroy();
  }
}, 120_000);

test('a second program on one data folder, and one whose first data is not whole, end in one line', async () => {
  const { child, ended } = await start(workspace.folder);
  const env = {
    ...process.env,
    NODE_ENV: 'production' as const,
    SEEDPLAN_DATA_DIR: workspace.folder,
    PORT: String(await freePort()),
  };
  const second = spawnSync(process.execPath, ['dist/serve.mjs'], { env, encoding: 'utf8', timeout: 20_000 });
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
}, 60_000);

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
}, 60_000);
