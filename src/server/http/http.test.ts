import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { openDatabase } from '../db/connection';
import { database, respond } from './http';

// The cookie jar of one browser: iron-session seals into it what the server sets.
const jar = new Map<string, string>();
jest.mock('next/headers', () => ({
  cookies: async () => ({
    get: (name: string) => (jar.has(name) ? { name, value: jar.get(name)! } : undefined),
    set: (name: string, value: string) => void jar.set(name, value),
  }),
}));

const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-http-'));
const font = readFileSync('node_modules/@fontsource/commit-mono/files/commit-mono-latin-400-normal.woff2');
const place = 'http://seedplan.example/api/v1';

beforeAll(async () => {
  process.env.SEEDPLAN_DATA_DIR = folder;
  await (await openDatabase(folder)).destroy();
  const done = await ask('POST', '/workspace', {
    workspace: 'W',
    name: 'Owner',
    email: 'owner@w.example',
    password: 'a long password',
    team: 'T',
  });
  expect(done.status).toBe(200);
  await ask('POST', '/session', { email: 'owner@w.example', password: 'a long password' });
  await ask('POST', '/libraries', { name: 'Lib', slug: 'lib' });
});
afterAll(async () => {
  await (await database()).destroy();
  rmSync(folder, { recursive: true, force: true });
});

async function ask(method: string, at: string, body?: unknown, headers: Record<string, string> = {}) {
  const request = new Request(place + at, {
    method,
    headers: { host: 'seedplan.example', ...headers },
    ...(body !== undefined && {
      body: (body instanceof Uint8Array || typeof body === 'string'
        ? body
        : JSON.stringify(body)) as BodyInit,
    }),
  });
  return respond(request, new URL(request.url).pathname.replace('/api/v1/', '').split('/'));
}

test('bytes go in and come out as they are, and no browser is led to run or guess at them', async () => {
  const stored = await ask('POST', '/libraries/lib/files?name=mono.woff2', new Uint8Array(font));
  expect(stored.status).toBe(200);
  const { hash, file, mediaType } = (await stored.json()) as Record<string, string>;
  expect([file, mediaType]).toEqual(['mono.woff2', 'font/woff2']);
  const read = await ask('GET', `/files/${hash}`);
  expect(Buffer.compare(Buffer.from(await read.arrayBuffer()), font)).toBe(0);
  expect(Object.fromEntries(read.headers)).toMatchObject({
    'content-type': 'font/woff2',
    'content-disposition': 'attachment',
    'content-security-policy': "default-src 'none'; sandbox",
    'x-content-type-options': 'nosniff',
  });
});

// Every way to ask wrongly, with the status and the words of RFC 9457 that answer it.
const WRONG: [what: string, run: () => Promise<Response>, status: number, words: RegExp][] = [
  ['an address that is not there', () => ask('GET', '/nowhere'), 404, /nothing at this address/],
  ['a method it does not answer', () => ask('DELETE', '/documents'), 405, /does not answer DELETE/],
  ['another site', () => ask('POST', '/libraries', { name: 'X', slug: 'x' }, { origin: 'https://elsewhere.example' }), 403, /another site/],
  ['no site at all', () => ask('POST', '/libraries', { name: 'X', slug: 'x' }, { origin: 'null' }), 403, /another site/],
  ['no JSON', () => ask('POST', '/libraries', '{'), 400, /not JSON/],
  ['JSON out of shape', () => ask('POST', '/libraries', { slug: 'x', extra: 1 }), 400, /extra/],
  ['a query out of shape', () => ask('GET', '/documents/lib/changes?since=-1'), 400, /since/],
  ['a body that is too large', () => ask('POST', '/libraries/lib/files?name=a', new Uint8Array(6 * 1024 * 1024 + 1)), 413, /6 MB/],
  ['a body that says it is', () => ask('POST', '/libraries', '{}', { 'content-length': '99999999' }), 413, /6 MB/],
  ['bytes that are no font', () => ask('POST', '/libraries/lib/files?name=a.html', '<script>alert(1)</script>'), 400, /a\.html is not a font, drawing/],
  ['a file nobody brought', () => ask('GET', `/files/${'0'.repeat(64)}`), 404, /no such file/],
]; // prettier-ignore

test.each(WRONG)('%s is refused in words', async (_what, run, status, words) => {
  const response = await run();
  expect([response.status, response.headers.get('content-type')]).toEqual([
    status,
    'application/problem+json',
  ]);
  const problem = (await response.json()) as { detail: string; status: number };
  expect(problem).toMatchObject({ status, detail: expect.stringMatching(words) });
  expect(JSON.stringify(problem)).not.toMatch(/\bat .*\.[jt]s:\d/);
});

test('signed out, nothing of it is answered', async () => {
  const held = new Map(jar);
  expect((await ask('DELETE', '/session')).status).toBe(200);
  jar.clear();
  for (const at of ['/libraries/lib', '/documents', '/me']) expect((await ask('GET', at)).status).toBe(401);
  for (const [name, value] of held) jar.set(name, value);
  // The old cookie opens nothing: the session behind it has ended.
  expect((await ask('GET', '/me')).status).toBe(401);
});
