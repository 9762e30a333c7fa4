import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import { sealData } from 'iron-session';
import { bodyProblems, matchOperation, readQuery } from '@/api/match';
import type { Operation } from '@/api/operation';
import { openDatabase } from '../db/connection';
import { dump } from '@/testing/server';
import { storageTrouble } from '../db/storage';
import { database, failureResponse, respond } from './http';

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
  ['a site that is no address', () => ask('POST', '/libraries', { name: 'X', slug: 'x' }, { origin: 'not an address' }), 403, /another site/],
  ['an empty site', () => ask('POST', '/libraries', { name: 'X', slug: 'x' }, { origin: '' }), 403, /another site/],
  ['another site that hides where it is', () => ask('POST', '/libraries', { name: 'X', slug: 'x' }, { 'sec-fetch-site': 'cross-site' }), 403, /another site/],
  ['a neighbour of the same site', () => ask('POST', '/libraries', { name: 'X', slug: 'x' }, { 'sec-fetch-site': 'same-site' }), 403, /another site/],
  ['another site that reads', () => ask('GET', '/documents', undefined, { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }), 403, /another site/],
  ['a host that a client makes up', () => ask('POST', '/libraries', { name: 'X', slug: 'x' }, { origin: 'https://elsewhere.example', 'x-forwarded-host': 'elsewhere.example' }), 403, /another site/],
  ['an address that cannot be read', () => ask('GET', '/libraries/%E0%A4%A'), 400, /address cannot be read/],
  ['JSON nested without end', () => ask('POST', '/documents/lib/changes', `{"id":"change_deep","label":"x","edits":[{"kind":"set","version":1,"item":"a","path":"name","before":${'['.repeat(5000)}${']'.repeat(5000)},"after":1}]}`), 400, /nested deeper than \d+/],
  ['one team twice', () => ask('POST', '/people', { name: 'N', email: 'n@w.example', password: 'a long password', memberships: [{ team: 'T', role: 'viewer' }, { team: 'T', role: 'owner' }] }), 400, /T.*twice/],
  ['more than such a request holds', () => ask('POST', '/libraries', { name: 'X', slug: 'x', about: 'a'.repeat(100_000) }), 413, /may hold 64 kB/],
  ['no JSON', () => ask('POST', '/libraries', '{'), 400, /not JSON/],
  ['JSON out of shape', () => ask('POST', '/libraries', { slug: 'x', extra: 1 }), 400, /extra/],
  ['a query out of shape', () => ask('GET', '/documents/lib/changes?since=-1'), 400, /since/],
  ['a body that is too large', () => ask('POST', '/libraries/lib/files?name=a', new Uint8Array(6 * 1024 * 1024 + 1)), 413, /6 MB/],
  ['a body that says it is', () => ask('POST', '/libraries', '{}', { 'content-length': '99999999' }), 413, /64 kB/],
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

test('nobody’s body is read before it is known who sends it', async () => {
  const held = new Map(jar);
  jar.clear();
  let read = 0;
  const body = new ReadableStream({
    pull(controller) {
      read++;
      controller.enqueue(new Uint8Array(1024));
    },
  });
  const request = new Request(`${place}/documents/lib/changes`, {
    method: 'POST', headers: { host: 'seedplan.example' }, body, duplex: 'half',
  } as RequestInit); // prettier-ignore
  expect((await respond(request, ['documents', 'lib', 'changes'])).status).toBe(401);
  // A stream fills its own queue once, whoever reads.
  expect(read).toBeLessThanOrEqual(1);
  for (const [name, value] of held) jar.set(name, value);
});

test('a body that is wrong in many places is looked at up to the first', () => {
  const { operation } = matchOperation('POST', '/documents/lib/changes') as { operation: Operation };
  let looked = 0;
  const edits = Array.from({ length: 20_000 }, () =>
    Object.defineProperty({}, 'kind', { enumerable: true, get: () => looked++ }),
  );
  const problems = bodyProblems(operation, { id: 'change_many', label: 'x', edits }, 5e6);
  expect(problems).toHaveLength(1);
  expect(looked).toBeLessThan(20);
  // A short one is told all that is wrong with it at once.
  expect(bodyProblems(operation, { id: '!', label: '', edits: [] }, 100).length).toBe(3);
});

test('what a request is held against is compiled once', () => {
  const compile = jest.spyOn(Ajv2020.prototype, 'compile');
  const { operation } = matchOperation('GET', '/documents/lib/changes') as { operation: Operation };
  for (let i = 0; i < 5; i++) readQuery(operation, new URLSearchParams({ since: String(i) }));
  expect(compile.mock.calls.length).toBeLessThanOrEqual(1);
  compile.mockRestore();
});

test('with the disk full a change is refused in words, nothing is half-written, and whoever watches is told', async () => {
  const knex = await database();
  const [{ page_count: pages }] = (await knex.raw('PRAGMA page_count')) as [{ page_count: number }];
  await knex.raw(`PRAGMA max_page_count = ${pages}`);
  const about = 'a'.repeat(19_000);
  let refused: Response | undefined;
  let before = '';
  for (let i = 0; i < 40 && !refused; i++) {
    before = await dump(knex);
    const answer = await ask('POST', '/libraries', { name: `Full ${i}`, slug: `full-${i}`, about });
    if (answer.status !== 200) refused = answer;
  }
  expect(refused!.status).toBe(507);
  expect(await dump(knex)).toBe(before);
  expect(await refused!.json()).toMatchObject({
    code: 'full',
    detail: expect.stringContaining('Nothing was stored'),
  });
  expect(await storageTrouble(folder)).toMatch(/disk is full/);
  // Reading goes on.
  expect((await ask('GET', '/documents')).status).toBe(200);
  await knex.raw('PRAGMA max_page_count = 1073741823');
  expect((await ask('POST', '/libraries', { name: 'Room', slug: 'room' })).status).toBe(200);
  expect(await storageTrouble(folder)).toBeUndefined();
});

test.each([
  ['SQLITE_CORRUPT', 500, 'damaged'],
  ['SQLITE_NOTADB', 500, 'damaged'],
  ['SQLITE_BUSY', 503, 'busy'],
  ['SQLITE_FULL', 507, 'full'],
  ['ENOSPC', 507, 'full'],
  ['SQLITE_CONSTRAINT_UNIQUE', 500, 'failure'],
])('%s of the database is answered with %i, in words', async (code, status, named) => {
  const response = failureResponse(Object.assign(new Error('insert into secrets'), { code }));
  expect(response.status).toBe(status);
  const body = await response.text();
  expect(JSON.parse(body)).toMatchObject({ code: named });
  expect(body).not.toContain('secrets');
});

test('a cookie that was believed once is believed as it was sealed, and in no other form', async () => {
  const [[name, seal]] = [...jar] as [[string, string]];
  expect((await ask('GET', '/me')).status).toBe(200);
  const parts = seal.split('*');
  const altered = parts.map((part, at) => {
    const other = part.startsWith('A') ? 'B' : 'A';
    return parts.with(at, other + part.slice(1)).join('*');
  });
  // One sealed by another key, too.
  const foreign = await sealData({ session: 'x' }, { password: 'another key of 32 characters and more' });
  for (const wrong of [...altered, seal.slice(1), `*${seal}`, '', foreign]) {
    jar.set(name, wrong);
    expect([wrong === seal, (await ask('GET', '/me')).status]).toEqual([false, 401]);
  }
  jar.set(name, seal);
  expect((await ask('GET', '/me')).status).toBe(200);
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
