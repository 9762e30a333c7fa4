import { execFile, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { promisify } from 'node:util';
import { workingCopy } from '@/testing/repository';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { failureResponse } from '../http/http';
import { perform } from '../perform';
import { repositoryFolder } from './folder';
import { answerGit } from './over-http';

jest.mock('next/headers', () => ({ cookies: async () => ({ get: () => undefined, set: () => {} }) }));

/** Ordinary git against the program's own answers, over a real connection. */
let workspace: TestWorkspace;
let server: Server;
let port: number;
const copy = workingCopy();
const clones = mkdtempSync(path.join(os.tmpdir(), 'seedplan-clones-'));
const keys: Record<string, string> = {};
const key = async (who: string, ...actions: string[]) =>
  ((await perform(workspace.knex, 'keys.create', workspace.actors[who]!, { name: 'CI', actions })) as { key: string }).key; // prettier-ignore

beforeAll(async () => {
  workspace = await testWorkspace();
  server = createServer(async (request, response) => {
    const url = new URL(request.url!, `http://127.0.0.1:${port}`);
    const [, , repository, ...inner] = url.pathname.split('/');
    const stop = new AbortController();
    response.on('close', () => stop.abort());
    const asked = new Request(url, {
      method: request.method!,
      headers: request.headers as Record<string, string>,
      signal: stop.signal,
      ...(request.method === 'POST' && { body: Readable.toWeb(request) as ReadableStream, duplex: 'half' }),
    } as RequestInit);
    const answer = await answerGit(workspace.knex, asked, repository!, inner.join('/')).catch(
      failureResponse,
    );
    response.writeHead(answer.status, Object.fromEntries(answer.headers));
    if (answer.body)
      Readable.fromWeb(answer.body as never)
        .on('error', () => response.destroy())
        .pipe(response);
    else response.end();
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  port = (server.address() as AddressInfo).port;
  await perform(workspace.knex, 'repositories.create', workspace.actors.maintainer!, { slug: 'prod' });
  keys.push = await key('contributor', 'push');
  keys.clone = await key('viewer', 'clone');
  keys.viewerPush = await key('viewer', 'push');
  keys.read = await key('owner', 'read');
  keys.outsider = await key('outsider', 'clone', 'push');
});
afterAll(async () => {
  server.close();
  await workspace.close();
  copy.remove();
  rmSync(clones, { recursive: true, force: true });
});

const run = promisify(execFile);
const address = (named: string | undefined, product = 'prod') => `http://${named ? `x:${keys[named] ?? named}@` : ''}127.0.0.1:${port}/git/${product}.git`; // prettier-ignore
/** What git says, whether it was done or not: never by blocking this process, which answers it. */
async function git(...words: string[]): Promise<{ done: boolean; said: string }> {
  const env = { PATH: process.env.PATH, HOME: clones, GIT_CONFIG_NOSYSTEM: '1', GIT_TERMINAL_PROMPT: '0', LANG: 'C' };
  try {
    const { stdout, stderr } = await run('git', ['-C', copy.folder, ...words], { env: env as never });
    return { done: true, said: stdout + stderr };
  } catch (error) {
    return { done: false, said: (error as { stderr: string }).stderr };
  }
} // prettier-ignore

test('what is pushed is cloned again as it was, is sound by fsck, and is put up to be scanned', async () => {
  copy.commit('Begin', { 'a.css': 'a { color: #222222 }', 'deep/b.txt': Buffer.from([0, 1, 2, 255]) });
  // More than goes with one packet, so that it is sent in pieces.
  const head = copy.commit('Large', { 'large.bin': Buffer.from(Uint8Array.from({ length: 3_000_000 }, (_, i) => (i * 2_654_435_761) >>> 13)) }); // prettier-ignore
  expect(await git('push', '--quiet', address('push'), 'main')).toMatchObject({ done: true });
  const clone = path.join(clones, 'one');
  expect(await git('clone', '--quiet', address('clone'), clone)).toMatchObject({ done: true });
  expect((await git('-C', clone, 'rev-parse', 'HEAD')).said.trim()).toBe(head);
  expect(await git('-C', clone, 'fsck', '--full', '--strict')).toMatchObject({ done: true });
  expect((await git('-C', clone, 'log', '--format=%an %s')).said.trim().split('\n')).toEqual(['Ada Moor Large', 'Ada Moor Begin']); // prettier-ignore
  const jobs = await workspace.knex('jobs');
  expect(jobs).toMatchObject([{ kind: 'scan', state: 'waiting' }]);
  // Nothing new, nothing to scan.
  expect(await git('push', address('push'), 'main')).toMatchObject({ done: true });
  expect(await workspace.knex('jobs')).toHaveLength(1);
  expect((await workspace.knex('keys').whereNotNull('used_at')).length).toBe(2);
});

test.each<[string, string | undefined, string, RegExp, string[]]>([
  ['no key', undefined, 'prod', /could not read Username|Authentication failed/, ['ls-remote']],
  ['a key nobody has', 'seedplan_nothing', 'prod', /Authentication failed/, ['ls-remote']],
  ['a password in place of a key', 'a long password', 'prod', /Authentication failed/, ['ls-remote']],
  ['a key that may read documents alone', 'read', 'prod', /403/, ['ls-remote']],
  ['a key of who may not see the product', 'outsider', 'prod', /not found/, ['ls-remote']],
  ['a product that is not there', 'clone', 'nowhere', /not found/, ['ls-remote']],
  ['a key that may clone alone', 'clone', 'prod', /403/, ['push']],
  ['a key that may push, of who may only look', 'viewerPush', 'prod', /403/, ['push']],
])('%s gets nothing', async (_, named, product, words, [verb]) => {
  const before = await workspace.knex('jobs');
  const to = address(named === 'a long password' ? encodeURIComponent(named) : named, product);
  const answer = verb === 'push' ? await git('push', to, 'main:other') : await git('ls-remote', to);
  expect(answer.done).toBe(false);
  expect(answer.said).toMatch(words);
  expect(await workspace.knex('jobs')).toEqual(before);
});

test('history is never rewritten or taken away, and is only ever added to', async () => {
  copy.git(['reset', '--quiet', '--hard', 'HEAD~1']);
  copy.commit('Other', { 'a.css': 'a { color: #333333 }' });
  const forced = await git('push', '--force', address('push'), 'main');
  expect(forced).toMatchObject({ done: false, said: expect.stringMatching(/non-fast-forward|denying/) });
  expect(await git('push', address('push'), ':main')).toMatchObject({ done: false });
});

test.each([
  ['GET', '/HEAD'], ['GET', '/objects/info/packs'], ['GET', '/info/refs'], ['GET', '/info/refs?service=git-upload-archive'],
  ['POST', '/info/refs?service=git-upload-pack'], ['GET', '/git-upload-pack'], ['POST', '/../prod.git/git-upload-pack/x'],
])('%s %s of the older protocol is not answered', async (method, at) => {
  const authorization = `Basic ${Buffer.from(`x:${keys.clone}`).toString('base64')}`;
  const answer = await fetch(address(undefined) + at, { method, headers: { authorization } });
  expect([answer.status, (await answer.json()).code]).toEqual([404, 'not-found']);
}); // prettier-ignore

test('a push cut off in the middle leaves nothing behind, and the next one is taken', async () => {
  const folder = (await repositoryFolder(workspace.knex, (await workspace.knex('documents').where({ slug: 'prod' }).first()).id))!;
  const bare = async (...words: string[]) => (await run('git', ['--git-dir', folder, ...words])).stdout;
  copy.git(['checkout', '--quiet', '-B', 'later']);
  for (let n = 0; n < 3; n++)
    copy.commit(`Large ${n}`, { [`large${n}.bin`]: Buffer.from(Uint8Array.from({ length: 4_000_000 }, (_, i) => ((i + n) * 2_654_435_761) >>> 11)) });
  const before = await bare('for-each-ref');
  for (const wait of [40, 120, 260]) {
    const child = spawn('git', ['-C', copy.folder, 'push', address('push'), 'later'], { stdio: 'ignore' });
    await new Promise((resolve) => setTimeout(resolve, wait));
    child.kill('SIGKILL');
    await new Promise((resolve) => child.on('close', resolve));
  }
  const after = await bare('for-each-ref');
  // Taken whole, if it had all arrived before it was cut; otherwise not at all.
  if (after !== before) expect(after).toContain(copy.git(['rev-parse', 'later']).trim());
  await bare('fsck', '--full');
  // What had arrived whole may still be on its way: then the branch comes to be under the next push.
  let last = { done: false, said: '' };
  for (let n = 0; n < 40 && !last.done; n++) {
    last = await git('push', '--quiet', address('push'), 'later');
    if (!last.done) expect(last.said).toMatch(/reference already exists/);
  }
  expect(last).toMatchObject({ done: true });
}); // prettier-ignore

test('more than a push may bring is refused in words; what is no push at all changes nothing', async () => {
  const folder = (await repositoryFolder(workspace.knex, (await workspace.knex('documents').where({ slug: 'prod' }).first()).id))!;
  const refs = async () => (await run('git', ['--git-dir', folder, 'for-each-ref'])).stdout;
  await run('git', ['--git-dir', folder, 'config', 'receive.maxInputSize', '1000']);
  copy.git(['checkout', '--quiet', '-B', 'heavy']);
  copy.commit('Heavy', { 'heavy.bin': Buffer.from(Uint8Array.from({ length: 90_000 }, (_, i) => (i * 2_654_435_761) >>> 9)) });
  const before = await refs();
  expect(await git('push', address('push'), 'heavy')).toMatchObject({ done: false, said: expect.stringMatching(/exceeds maximum allowed size/) });
  await run('git', ['--git-dir', folder, 'config', 'receive.maxInputSize', '200000000']);
  const authorization = `Basic ${Buffer.from(`x:${keys.push}`).toString('base64')}`;
  for (const body of ['', 'nonsense', '0000', `00a0${'x'.repeat(500)}`, '\u0000'.repeat(4000)]) {
    const answer = await fetch(`${address(undefined)}/git-receive-pack`, {
      method: 'POST',
      headers: { authorization, 'content-type': 'application/x-git-receive-pack-request' },
      body,
    });
    // git says what is wrong in its own protocol, or ends: either way the connection ends and nothing is changed.
    await answer.text().catch(() => {});
    expect(answer.status).toBeLessThan(503);
  }
  expect(await refs()).toBe(before);
}); // prettier-ignore

test('a revoked key is nothing, and one may only revoke one’s own', async () => {
  const list = async (who: string) => ((await perform(workspace.knex, 'keys.list', workspace.actors[who]!, {})) as { keys: { id: string; name: string; actions: string[] }[] }).keys; // prettier-ignore
  const [own] = await list('contributor');
  expect(own).toMatchObject({ name: 'CI', actions: ['push'] });
  await expect(perform(workspace.knex, 'keys.revoke', workspace.actors.owner!, { id: own!.id })).rejects.toMatchObject({ status: 404 }); // prettier-ignore
  await perform(workspace.knex, 'keys.revoke', workspace.actors.contributor!, { id: own!.id });
  expect(await list('contributor')).toEqual([]);
  expect((await git('ls-remote', address('push'))).said).toMatch(/Authentication failed/);
  // What is stored does not let anyone in.
  const text = JSON.stringify(await workspace.knex('keys'));
  for (const secret of Object.values(keys)) expect(text).not.toContain(secret);
});
