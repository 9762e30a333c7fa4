import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { Problem } from '../http/problem';
import { perform } from '../perform';
import { personOf } from './sessions';

let workspace: TestWorkspace;
let knex: Knex;
beforeAll(async () => void (workspace = await testWorkspace()));
beforeEach(async () => {
  ({ knex } = await workspace.again());
  // A server that has just been started has counted nobody's attempts.
  (globalThis as { seedplan?: Map<string, unknown> }).seedplan?.delete('attempts');
});
afterAll(() => workspace.close());

const nobody = { kind: 'nobody' } as const;
const now = () => new Date().toISOString();
// Attempts are counted by a clock that stands still: how long hashing takes on this machine is nothing to them.
let clock = 0;
beforeEach(() => void (clock = Date.now()));
const signIn = (password = 'a long password', more: object = {}) =>
  perform(
    knex,
    'people.signIn',
    nobody,
    { email: 'viewer@w.example', password, session: '', address: '192.0.2.1', agent: 'Browser', ...more },
    () => new Date(clock).toISOString(),
  ) as Promise<{ session: string }>;
const viewer = () => workspace.actors.viewer!;
const problemOf = async (work: Promise<unknown>): Promise<Problem> => {
  const problem = await work.then(
    () => undefined,
    (error: Error) => error,
  );
  if (!(problem instanceof Problem)) throw problem ?? new Error('It was not refused');
  return problem;
};

test('what is stored of a session does not open it', async () => {
  const { session } = await signIn();
  expect(await personOf(knex, session, now())).toBe((viewer() as { id: string }).id);
  const rows = await knex('sessions');
  expect(JSON.stringify(rows)).not.toContain(session);
  for (const value of Object.values(rows.at(-1) as object))
    expect(await personOf(knex, String(value), now())).toBeUndefined();
  // A session is 32 bytes from the system's randomness or more: 43 characters of base64url.
  expect(session).toMatch(/^[\w-]{43,}$/);
  expect(rows.at(-1)!.hash).toBe(createHash('sha256').update(session).digest('hex'));
});

test('signing in ends the session it replaces, and takes away those that have run out', async () => {
  const { session: first } = await signIn();
  const past = await signIn();
  await knex('sessions')
    .where({ hash: createHash('sha256').update(past.session).digest('hex') })
    .update({ expires_at: '2020-01-01T00:00:00.000Z' });
  expect(await personOf(knex, past.session, now())).toBeUndefined();
  const { session } = await signIn('a long password', { session: first });
  expect(await personOf(knex, first, now())).toBeUndefined();
  expect(await personOf(knex, session, now())).toBeDefined();
  expect(await knex('sessions').where('expires_at', '<', now())).toEqual([]);
});

test('sessions are listed to their person and ended one by one; nobody else’s is reached', async () => {
  const { session } = await signIn();
  const { session: other } = await signIn('a long password', { agent: 'Another browser' });
  const list = async (actor = viewer()) =>
    (
      (await perform(knex, 'people.sessions', actor, { session })) as {
        sessions: { id: string; agent: string; present: boolean }[];
      }
    ).sessions;
  const sessions = await list();
  expect(sessions.map(({ agent, present }) => [agent, present])).toEqual(
    expect.arrayContaining([['Browser', true], ['Another browser', false]]),
  ); // prettier-ignore
  expect(JSON.stringify(sessions)).not.toContain(session);
  const { id } = sessions.find(({ agent }) => agent === 'Another browser')!;
  expect(await list(workspace.actors.outsider!)).toEqual([]);
  expect(
    await problemOf(perform(knex, 'people.endSession', workspace.actors.outsider!, { id })),
  ).toMatchObject({ status: 404 });
  await perform(knex, 'people.endSession', viewer(), { id });
  expect(await personOf(knex, other, now())).toBeUndefined();
  expect(await personOf(knex, session, now())).toBeDefined();
});

test('a password is changed by who knows it, and every other session ends', async () => {
  const { session } = await signIn();
  const { session: other } = await signIn();
  const change = (present: string, next: string) =>
    perform(knex, 'people.changePassword', viewer(), { present, next, session, address: '192.0.2.1' });
  expect(await problemOf(change('not the one', 'low water at noon'))).toMatchObject({
    status: 400,
    more: { field: 'present' },
  });
  expect((await problemOf(change('a long password', 'viewer@w.example'))).message).toMatch(
    /your email address/,
  );
  await change('a long password', 'low water at noon');
  expect([await personOf(knex, session, now()), await personOf(knex, other, now())]).toEqual([
    expect.any(String),
    undefined,
  ]);
  expect((await problemOf(signIn())).status).toBe(401);
  await signIn('low water at noon');
});

test('weak passwords are refused wherever one is given', async () => {
  const owner = workspace.actors.owner!;
  const person = { name: 'New', email: 'newcomer@w.example', memberships: [] };
  for (const password of ['aaaaaaaaaaaa', '1234567890', 'newcomer@w.example', 'password1234'])
    expect((await problemOf(perform(knex, 'people.add', owner, { ...person, password }))).status).toBe(400);
});

test('after five wrong passwords an address has to wait, however many ask at once; another is unharmed', async () => {
  const tries = await Promise.all(
    Array.from({ length: 60 }, (_, i) =>
      problemOf(signIn(`wrong password ${i}`, { address: `192.0.2.${i}` })),
    ),
  );
  expect(tries.filter(({ status }) => status === 401)).toHaveLength(5);
  const waiting = tries.filter(({ status }) => status === 429);
  expect(waiting).toHaveLength(55);
  expect(waiting[0]).toMatchObject({
    detail: expect.stringMatching(/Try again in \d+ second/),
    more: { retryAfter: expect.any(Number) },
  });
  // Even the right one waits: who asks is not told which it was.
  expect((await problemOf(signIn())).status).toBe(429);
  await signIn('a long password', { email: 'owner@w.example' });
  clock += 999;
  expect((await problemOf(signIn())).status).toBe(429);
  clock += 1;
  await signIn();
});

test('one place that tries many addresses has to wait too', async () => {
  const tries = [];
  for (let i = 0; i < 40; i++)
    tries.push(await problemOf(signIn('a wrong password', { email: `p${i}@w.example` })));
  expect(tries.filter(({ status }) => status === 401)).toHaveLength(20);
  expect((await problemOf(signIn())).status).toBe(429);
  await signIn('a long password', { address: '198.51.100.7' });
});

test('a right password clears what was counted of its address', async () => {
  for (let round = 0; round < 3; round++) {
    for (let i = 0; i < 4; i++) expect((await problemOf(signIn('a wrong password'))).status).toBe(401);
    await signIn();
  }
});

test('hashing a password holds up no transaction', async () => {
  // While 20 passwords are being looked at, a read is answered: SQLite has one connection here.
  const busy = Array.from({ length: 20 }, (_, i) =>
    signIn('a wrong password', { email: `q${i}@w.example` }).catch(() => 'done'),
  );
  const first = await Promise.race([
    perform(knex, 'people.me', viewer(), {}).then(() => 'read'),
    Promise.all(busy).then(() => 'hashed'),
  ]);
  expect(first).toBe('read');
  await Promise.all(busy);
});
