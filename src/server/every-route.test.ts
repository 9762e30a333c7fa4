import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { answerProblems, matchOperation } from '@/api/match';
import { OPERATIONS } from '@/api/operations';
import { addItem, setField } from '@/core/document/edits';
import type { Item } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';
import { openDatabase } from './db/connection';
import { workingCopy } from '@/testing/repository';
import { runTasksBy } from './jobs/pool';
import { Runner } from './jobs/runner';
import { runTask } from './jobs/tasks';
import { repositoryFolder } from './repositories/folder';
import { database, respond } from './http/http';

runTasksBy(async (call) => runTask(call));

// The cookie jar of one browser: iron-session seals into it what the server sets.
const jar = new Map<string, string>();
jest.mock('next/headers', () => ({
  cookies: async () => ({
    get: (name: string) => (jar.has(name) ? { name, value: jar.get(name)! } : undefined),
    set: (name: string, value: string) => void jar.set(name, value),
  }),
}));

const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-routes-'));
const font = readFileSync('node_modules/@fontsource/commit-mono/files/commit-mono-latin-400-normal.woff2');
const called = new Set<string>();

/** Asks over HTTP, holds the answer against the schema of its operation, and gives it back. */
async function ask<T = Record<string, unknown>>(
  method: string,
  at: string,
  body?: unknown,
  status = 200,
): Promise<T> {
  const request = new Request(`http://seedplan.example/api/v1${at}`, {
    method,
    headers: { host: 'seedplan.example', origin: 'http://seedplan.example' },
    ...(body !== undefined && {
      body: (body instanceof Uint8Array ? body : JSON.stringify(body)) as BodyInit,
    }),
  });
  const segments = new URL(request.url).pathname.replace('/api/v1/', '').split('/');
  const found = matchOperation(method, `/${segments.join('/')}`);
  if (typeof found === 'string') throw new Error(`${method} ${at} is no operation`);
  const response = await respond(request, segments);
  called.add(found.operation.id);
  if (found.operation.bytes === 'out') return response as T;
  const answer = (await response.json()) as T;
  if (status !== 200) {
    expect([found.operation.id, response.status]).toEqual([found.operation.id, status]);
    return answer;
  }
  expect([found.operation.id, response.status, (answer as { detail?: string }).detail]).toEqual([found.operation.id, 200, undefined]); // prettier-ignore
  expect([found.operation.id, answerProblems(found.operation, answer)]).toEqual([found.operation.id, []]);
  return answer;
}

beforeAll(async () => {
  process.env.SEEDPLAN_DATA_DIR = folder;
  await (await openDatabase(folder)).destroy();
});
afterAll(async () => {
  await (await database()).destroy();
  rmSync(folder, { recursive: true, force: true });
});

test('a workspace from its first owner to a product that has taken an upgrade, over HTTP alone', async () => {
  const password = 'a long password';
  expect(await ask('GET', '/welcome')).toMatchObject({ empty: true, demo: false, people: [] });
  await ask('POST', '/workspace', {
    workspace: 'W',
    name: 'Owner',
    email: 'o@w.example',
    password,
    team: 'T',
  });
  await ask('DELETE', '/session');
  await ask('POST', '/session', { email: 'o@w.example', password });
  expect(await ask('GET', '/me')).toMatchObject({
    person: { name: 'Owner', administrator: true },
    teams: [{ name: 'T', role: 'owner' }],
    workspace: { widths: [400, 800, 1200] },
  });
  // Twice the same, and out of order.
  expect(await ask('PUT', '/workspace/widths', { widths: [900, 320, 320] })).toEqual({ widths: [320, 900] });
  expect(await ask('GET', '/me')).toMatchObject({ workspace: { widths: [320, 900] } });
  await ask('POST', '/people', { name: 'Ann', email: 'a@w.example', password, memberships: [{ team: 'T', role: 'maintainer' }] }); // prettier-ignore

  const { id: team } = await ask<{ id: string }>('POST', '/teams', { name: 'Pier' });
  await ask('PUT', `/teams/${team}`, { name: 'Piers' });
  const guest = { name: 'Bo', email: 'b@w.example', memberships: [{ team, role: 'viewer' }] };
  const { id: bo } = await ask<{ id: string }>('POST', '/people/invitations', guest);
  await ask('POST', `/people/${bo}/invitation`);
  const { messages } = await ask<{ messages: { body: string }[] }>('GET', '/outbox');
  expect(messages).toHaveLength(2);
  const links = messages.map(({ body }) => /^http:\/\/seedplan\.example\/join\/(\S+)$/m.exec(body)![1]!);
  const valid = [];
  for (const token of links) {
    const found = matchOperation('GET', `/invitations/${token}`);
    if (typeof found === 'string') throw new Error('no operation');
    const { status } = await respond(new Request(`http://seedplan.example/api/v1/invitations/${token}`, { headers: { host: 'seedplan.example' } }), ['invitations', token]); // prettier-ignore
    if (status === 200) valid.push(token);
  }
  expect(valid).toHaveLength(1);
  expect(await ask('GET', `/invitations/${valid[0]}`)).toMatchObject({ name: 'Bo', by: 'Owner', roles: 'viewer in Piers' }); // prettier-ignore
  // Who takes an invitation is signed in by it.
  await ask('POST', '/invitations', { token: valid[0], password: 'low water at noon' });
  expect(await ask('GET', '/me')).toMatchObject({ person: { name: 'Bo' } });
  await ask('DELETE', '/session');
  await ask('POST', '/session', { email: 'o@w.example', password });
  await ask('PUT', `/teams/${team}/members/${bo}`, { role: 'owner' });
  await ask('PUT', `/people/${bo}/administrator`, { administrator: true });
  expect(await ask('GET', '/people')).toMatchObject({ administrator: true, people: [{ name: 'Ann' }, { name: 'Bo', joined: true, administrator: true }, { name: 'Owner' }] }); // prettier-ignore
  await ask('DELETE', `/teams/${team}/members/${bo}`, undefined);
  await ask('DELETE', `/people/${bo}`);

  await ask('POST', '/libraries', { name: 'Lib', slug: 'lib' });
  await ask('POST', '/libraries', { name: 'Other', slug: 'other' });
  const files = [
    { name: 'lib.tokens.json', text: '{"ink":{"$type":"color","$value":"#222222"},"text":{"$value":"{ink}"}}' },
    { name: 'tag.component.json', text: JSON.stringify({ name: 'tag', props: [{ name: 'label', kind: 'text', default: 'x' }], parts: [{ name: 'root', shows: 'text' }], rules: [{ part: 'root', style: { color: '{ink}' } }] }) },
    { name: 'tag.html', text: '<b part="root"><slot name="label"></slot></b>' },
  ]; // prettier-ignore
  const tried = await ask<{ counts: object; changed: number }>('POST', '/libraries/lib/import', { files, tryOnly: true }); // prettier-ignore
  const opened = async () => ask<{ sequence: number; items: Item[] }>('GET', '/libraries/lib');
  expect((await opened()).items.some(({ kind }) => kind === 'component')).toBe(false);
  expect(await ask('POST', '/libraries/lib/import', { files })).toEqual({ ...tried, changed: 5 });
  const { sequence, items } = await opened();
  expect(items.filter(({ kind }) => kind === 'component')).toHaveLength(1);

  const given = { names: ['tag'], to: 'other', mode: 'copy', needs: 'bring' };
  const along = { brought: ['token ink'], mapped: [] };
  expect(await ask('POST', '/libraries/lib/transfer', { ...given, tryOnly: true })).toEqual(along);
  expect(await ask('POST', '/libraries/lib/transfer', given)).toEqual(along);

  const publish = { version: '1.0.0', leftOut: [], summary: 'First' };
  expect(await ask('POST', '/libraries/lib/releases', { sequence, ...publish })).toMatchObject({ version: '1.0.0' }); // prettier-ignore
  await ask('PUT', '/workspace/starting-libraries', { libraries: ['lib'] });
  await ask('PUT', '/documents/lib/visibility', { visibility: 'team' });
  await ask('POST', '/products', { name: 'Prod', slug: 'prod', libraries: [{ slug: 'lib' }] });
  const screens = [{ name: 's.html', text: '<main title="S"><lib-tag label="Low water"></lib-tag></main>' }];
  expect(await ask('POST', '/products/prod/import', { files: screens })).toMatchObject({ findings: [] });
  const documents = await ask<{ documents: { slug: string }[] }>('GET', '/documents');
  expect(documents.documents.map(({ slug }) => slug).sort()).toEqual(['lib', 'other', 'prod']);

  // A change, taken back, made again: the log holds all three.
  const ink = items.find((item): item is TokenItem => item.kind === 'token')!;
  const [layer, declaration] = Object.entries(ink.declarations)[0]!;
  const edit = setField(ink, `declarations/${layer}`, { ...declaration, text: '{"$type":"color","$value":"#550000"}' }); // prettier-ignore
  await ask('POST', '/documents/lib/changes', { id: 'change_route1', label: 'Redder', edits: [edit] });
  await ask('POST', '/documents/lib/undo', { id: 'change_route2' });
  await ask('POST', '/documents/lib/undo', { id: 'change_route3', redo: true });
  const history = await ask<{ sequence: number; changeSets: { label: string }[] }>('GET', `/documents/lib/changes?since=${sequence}`); // prettier-ignore
  expect(history.changeSets.map(({ label }) => label)).toEqual(['Redder', 'Undo: Redder', 'Redo: Redder']);
  const candidate = '1.1.0-candidate.1';
  await ask('POST', '/libraries/lib/releases', { sequence: history.sequence, ...publish, version: candidate, candidate: true }); // prettier-ignore
  await ask('POST', `/libraries/lib/releases/${candidate}/promote`, { summary: 'Tried.' });
  await ask('POST', `/libraries/lib/releases/${candidate}/withdraw`, { reason: 'It is out.' });
  await ask('POST', `/libraries/lib/releases/${candidate}/restore`, {});
  const { releases } = await ask<{ releases: { version: string }[] }>('GET', '/libraries/lib/releases');
  expect(releases.map(({ version }) => version)).toEqual(['1.1.0', candidate, '1.0.0']);
  const site = await ask<{ version: string; files: { name: string }[] }>(
    'GET',
    '/libraries/lib/site?version=1.0.0&alone=true',
  );
  expect([site.version, site.files.map(({ name }) => name)]).toEqual([
    '1.0.0',
    expect.arrayContaining(['index.html', 'library.css']),
  ]);
  const css = async (version: string) =>
    (await ask<{ files: { text: string }[] }>('POST', '/libraries/lib/outputs', { format: 'css', version })).files[0]!.text; // prettier-ignore
  expect([await css('1.0.0'), await css('1.1.0')].map((text) => /--ink: (#\w+)/.exec(text)![1])).toEqual(['#222222', '#550000']); // prettier-ignore

  const { notices } = await ask<{ notices: { id: string; title: string; read: boolean }[] }>('GET', '/inbox');
  expect(notices[0]).toMatchObject({ title: expect.stringContaining('1.1.0'), read: false });
  await ask('PUT', `/inbox/${notices[0]!.id}`, { read: true });
  const { steps } = await ask<{ steps: { href: string }[] }>('GET', '/next-steps');
  expect(steps[0]!.href).toBe('/products/prod/upgrade/lib/1.1.0');
  await ask('POST', '/products/prod/pins', { library: 'lib', version: '1.1.0', id: 'change_route4' });
  await ask('POST', '/libraries', { name: 'Heir', slug: 'heir', parent: { slug: 'lib', version: '1.0.0' } });
  expect(await ask('GET', '/libraries/heir/parent/1.1.0')).toMatchObject({ ancestors: [{ version: '1.1.0' }], notes: [{ version: '1.1.0' }] }); // prettier-ignore
  await ask('POST', '/libraries/heir/parent', { version: '1.1.0', id: 'change_route9' });
  const product = await ask<{ libraries: { pinned: { version: string }; newer: object[] }[] }>('GET', '/products/prod'); // prettier-ignore
  expect(product.libraries[0]).toMatchObject({ pinned: { version: '1.1.0' }, newer: [] });

  // A repository, a commit brought by git itself, and what a job finds in it.
  expect(await ask('GET', '/products/prod/repository')).toMatchObject({ exists: false, commits: [] });
  await ask('POST', '/products/prod/repository');
  const copy = workingCopy();
  const commit = copy.commit('Begin', { 'a.css': 'a { color: #550000; }\nb { color: var(--ink); }' });
  const knex = await database();
  const { id } = await knex('documents').where({ slug: 'prod' }).first();
  copy.git(['push', '--quiet', (await repositoryFolder(knex, id))!, 'main']);
  copy.remove();
  const repository = await ask<{ commits: object[] }>('GET', '/products/prod/repository?branch=main');
  expect(repository).toMatchObject({ off: false, exists: true, branches: [{ name: 'main', commit }], commits: [{ hash: commit, parent: '', title: 'Begin', author: 'Ada Moor' }] }); // prettier-ignore
  expect(await ask('GET', `/products/prod/repository/commits/${commit}`)).toMatchObject({ files: [{ name: 'a.css', size: 46 }], patch: expect.stringContaining('+a { color: #550000; }') }); // prettier-ignore
  expect(await ask('GET', '/products/prod/repository/commits/main/file?name=a.css')).toMatchObject({ commit, text: expect.stringMatching(/^a \{/) }); // prettier-ignore
  for (const name of ['', 'b.css', 'a%00b', '%0A', '../a.css', ':(top)a.css'])
    await ask('GET', `/products/prod/repository/commits/main/file?name=${name}`, undefined, 404);
  for (const commit of ['nowhere', '--all', 'main%00', '0000000', 'HEAD', 'main~1'])
    await ask('GET', `/products/prod/repository/commits/${commit}`, undefined, 400);
  const { job } = await ask<{ job: string }>('POST', '/products/prod/scans');
  await ask('POST', `/jobs/${job}/cancel`);
  await ask('POST', `/jobs/${job}/again`);
  const runner = new Runner(knex);
  await runner.wake();
  await runner.end();
  expect(await ask('GET', '/jobs?document=prod')).toMatchObject({ jobs: [{ state: 'done', result: '1 commit scanned' }, { state: 'cancelled' }] }); // prettier-ignore
  expect(await ask('GET', '/products/prod/scans')).toMatchObject({ libraries: [{ slug: 'lib', scans: [{ commit, coverage: 0.5 }] }] }); // prettier-ignore
  expect(await ask('GET', `/products/prod/scans/${commit}?library=lib`)).toMatchObject({ tokens: { ink: 1 }, found: { bypasses: [{ value: '#550000' }] } }); // prettier-ignore
  expect(await ask('GET', '/libraries/lib/scans')).toMatchObject({ tokens: { ink: 1 }, products: [{ slug: 'prod' }] }); // prettier-ignore

  // What is certain is proposed, one proposal merged and another closed.
  const proposed = async (state: string) => {
    const { proposals } = await ask<{ proposals: { id: string; state: string }[] }>(
      'GET',
      '/products/prod/proposals',
    );
    return proposals.find((one) => one.state === state)!.id;
  };
  const propose = async () => {
    await ask('POST', '/products/prod/migrations', { library: 'lib' });
    const other = new Runner(knex);
    await other.wake();
    await other.end();
    return proposed('open');
  };
  const [mine, theirs] = [await propose(), await propose()];
  expect(await ask('GET', `/products/prod/proposals/${mine}`)).toMatchObject({ state: 'open', clashes: [], patch: expect.stringContaining('var(--text)') }); // prettier-ignore
  expect(await ask('GET', `/products/prod/proposals/${mine}/checks`)).toMatchObject({ libraries: [{ slug: 'lib', checks: expect.arrayContaining([expect.objectContaining({ code: 'coverage', state: 'passed' })]) }] }); // prettier-ignore
  await ask('POST', `/products/prod/proposals/${theirs}/close`);
  // What was closed may be proposed once more, by the name of its branch.
  const { branch: closed } = await ask<{ branch: string }>('GET', `/products/prod/proposals/${theirs}`);
  await ask('POST', '/products/prod/proposals', { branch: closed, title: 'Once more' });
  await ask('POST', '/products/prod/proposals', { branch: 'nowhere', title: 'None' }, 400);
  const open = mine;
  await ask('POST', `/products/prod/proposals/${open}/merge`);
  expect(await ask('GET', `/products/prod/proposals/${open}`)).toMatchObject({ state: 'merged' });

  // An output, delivered; the same once more comes to nothing.
  await ask('POST', '/documents/lib/changes', { id: 'change_route5', label: 'Output', edits: [addItem({ id: 'output_route', kind: 'output', order: 'a1', name: 'Web', formats: ['css'], context: null, prefix: '', destination: { kind: 'download' }, onRelease: false })] }); // prettier-ignore
  for (const result of ['1 file to download', 'Nothing changed since the last delivery']) {
    const { job: delivering } = await ask<{ job: string }>('POST', '/libraries/lib/outputs/output_route/deliveries', { version: '1.1.0' }); // prettier-ignore
    const other = new Runner(knex);
    await other.wake();
    await other.end();
    expect((await ask<{ jobs: object[] }>('GET', '/jobs?document=lib')).jobs).toContainEqual(expect.objectContaining({ id: delivering, result })); // prettier-ignore
  }
  const { deliveries } = await ask<{ deliveries: { id: string; changed: boolean }[] }>('GET', '/libraries/lib/deliveries'); // prettier-ignore
  expect(deliveries.map(({ changed }) => changed)).toEqual([false, true]);
  expect(await ask('GET', `/libraries/lib/deliveries/${deliveries[0]!.id}`)).toMatchObject({ name: 'Web', files: [{ name: 'tokens.css', text: await css('1.1.0') }], before: { version: '1.1.0' } }); // prettier-ignore

  // A machine with a key does what the key says, and no more.
  const { key, id: keyId } = await ask<{ key: string; id: string }>('POST', '/me/keys', { name: 'CI', actions: ['read'] }); // prettier-ignore
  expect(await ask('GET', '/me/keys')).toMatchObject({ keys: [{ id: keyId, used: null }] });
  const byKey = async (method: string, at: string, given = key) =>
    (await respond(new Request(`http://seedplan.example/api/v1${at}`, { method, headers: { host: 'seedplan.example', authorization: `Bearer ${given}` } }), at.slice(1).split('/'))).status; // prettier-ignore
  const held = new Map(jar);
  jar.clear();
  expect([await byKey('GET', '/libraries/lib'), await byKey('POST', '/products/prod/scans'), await byKey('GET', '/me'), await byKey('GET', '/libraries/lib', `${key}x`)]).toEqual([200, 403, 403, 401]); // prettier-ignore
  for (const [name, value] of held) jar.set(name, value);
  await ask('DELETE', `/me/keys/${keyId}`);
  jar.clear();
  expect(await byKey('GET', '/libraries/lib')).toBe(401);
  for (const [name, value] of held) jar.set(name, value);

  const stored = await ask<{ hash: string }>(
    'POST',
    '/libraries/lib/files?name=mono.woff2',
    new Uint8Array(font),
  );
  expect(await ask('GET', `/libraries/lib/files/${stored.hash}`)).toMatchObject({ mediaType: 'font/woff2', size: font.length }); // prettier-ignore
  const sent = await ask<{ hash: string }>('POST', '/libraries/lib/uploads/file?name=mono.woff2', new Uint8Array(font)); // prettier-ignore
  expect(sent.hash).toBe(stored.hash);
  await ask('POST', '/libraries/lib/uploads/tokens?name=a.tokens.json', new Uint8Array([123, 125]));
  await ask('POST', '/products/prod/uploads/source?name=a.zip', new Uint8Array([80, 75]));
  const nothing = await ask<{ detail: string }>('POST', '/products/prod/uploads/source?name=a.zip', new Uint8Array(), 400); // prettier-ignore
  expect(nothing.detail).toBe('The file is empty. Choose another one.');
  const bytes = await ask<Response>('GET', `/files/${stored.hash}`);
  expect(Buffer.compare(Buffer.from(await bytes.arrayBuffer()), font)).toBe(0);

  // Signed in a second time the first session is replaced; another browser's is ended from here.
  const here = new Map(jar);
  jar.clear();
  await ask('POST', '/session', { email: 'o@w.example', password });
  for (const [name, value] of here) jar.set(name, value);
  const { sessions } = await ask<{ sessions: { id: string; present: boolean }[] }>('GET', '/me/sessions');
  expect(sessions.map(({ present }) => present).sort()).toEqual([false, true]);
  await ask('DELETE', `/me/sessions/${sessions.find(({ present }) => !present)!.id}`);
  await ask('PUT', '/me/password', { present: password, next: 'high water at six' });
  expect((await ask<{ sessions: object[] }>('GET', '/me/sessions')).sessions).toHaveLength(1);

  // Nobody signs in with one click where no demo was loaded: that route answers too, by refusing.
  expect(await ask('POST', '/session/demo', { person: 'x' }, 403)).toMatchObject({ code: 'forbidden' });
  expect([...called].sort()).toEqual([...OPERATIONS.keys()].sort());
});
