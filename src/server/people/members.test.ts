import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import type { Knex } from 'knex';
import type { AnswerOf } from '@/api/operations';
import { listenToAccess } from '@/server/documents/events';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import type { Actor } from '../access/authorise';
import { perform } from '../perform';
import { actorOfKey } from './keys';
import { writeMessages } from './outbox';
import { personOf } from './sessions';

let workspace: TestWorkspace;
let knex: Knex;
let end: () => Promise<void>;
const NOW = '2026-11-20T09:00:00.000Z';
const DAY = 86_400_000;
const at = (days: number) => new Date(Date.parse(NOW) + days * DAY).toISOString();

beforeAll(async () => {
  workspace = await testWorkspace();
});
beforeEach(async () => {
  ({ knex, close: end } = await workspace.again());
});
afterEach(() => end());
afterAll(() => workspace.close());

const ask = (who: string, id: string, input: object = {}, days = 0) =>
  perform(knex, id, workspace.actors[who] ?? { kind: 'nobody' }, { session: 'none', origin: 'http://pier.example', ...input }, () => at(days)); // prettier-ignore
const directory = (who = 'owner') => ask(who, 'people.list') as Promise<AnswerOf<'people.list'>>;
const idOf = (who: string) => (workspace.actors[who] as Extract<Actor, { kind: 'person' }>).id;
const teamCalled = async (name: string) => (await knex('teams').where({ name }).first()).id as string;
const roleOf = async (who: string, team = 'T') =>
  (await knex('memberships').where({ person_id: idOf(who), team_id: await teamCalled(team) }).first())?.role; // prettier-ignore

async function invite(who = 'owner', more: object = {}, days = 0): Promise<string> {
  const memberships = [{ team: await teamCalled('T'), role: 'contributor' }];
  const { id } = (await ask(who, 'people.invite', { name: 'Nia Lamb', email: 'Nia@w.example', memberships, ...more }, days)) as { id: string }; // prettier-ignore
  return id;
}
const lastLink = async () => {
  const { messages } = (await ask('owner', 'outbox.list')) as AnswerOf<'outbox.list'>;
  return /http:\/\/pier\.example\/join\/(\S+)/.exec(messages[0]!.body)![1]!;
};

describe('invitations', () => {
  test('a message with a link goes to the outbox; who opens it sets a password and is in', async () => {
    const id = await invite();
    const [before] = (await directory()).people.filter((person) => person.id === id);
    expect(before).toMatchObject({ name: 'Nia Lamb', email: 'nia@w.example', joined: false, invited: { until: at(14), over: false }, memberships: [{ role: 'contributor' }] }); // prettier-ignore
    const token = await lastLink();
    // Neither the link nor a password can be read from the database.
    expect(await knex('invitations').where({ hash: token })).toEqual([]);
    await expect(ask('nobody', 'people.signIn', { email: 'nia@w.example', password: '' })).rejects.toMatchObject({ status: 401 }); // prettier-ignore
    expect(await ask('nobody', 'people.invitation', { token })).toEqual({ workspace: 'W', name: 'Nia Lamb', email: 'nia@w.example', by: 'owner', roles: 'contributor in T' }); // prettier-ignore
    await expect(ask('nobody', 'people.join', { token, password: 'aaaaaaaaaaaa' })).rejects.toMatchObject({ status: 400 }); // prettier-ignore
    const { session } = (await ask('nobody', 'people.join', { token, password: 'low water at noon' })) as { session: string }; // prettier-ignore
    expect(await personOf(knex, session, NOW)).toBe(id);
    await ask('nobody', 'people.signIn', { email: 'nia@w.example', password: 'low water at noon' });
    expect((await directory()).people.find((person) => person.id === id)).toMatchObject({ joined: true, invited: null }); // prettier-ignore
    await expect(ask('nobody', 'people.join', { token, password: 'low water at noon' })).rejects.toMatchObject({ status: 404, code: 'invitation' }); // prettier-ignore
  });

  test('a link ends with its day, and with the next one', async () => {
    const id = await invite();
    const first = await lastLink();
    await expect(ask('nobody', 'people.invitation', { token: first }, 14)).rejects.toMatchObject({ status: 404 }); // prettier-ignore
    await ask('owner', 'people.inviteAgain', { id }, 20);
    await expect(ask('nobody', 'people.invitation', { token: first }, 20)).rejects.toMatchObject({ status: 404 }); // prettier-ignore
    await ask('nobody', 'people.invitation', { token: await lastLink() }, 20);
    await expect(ask('nobody', 'people.invitation', { token: 'x'.repeat(44) })).rejects.toMatchObject({ status: 404 }); // prettier-ignore
  });

  test('owners invite to their own teams, administrators to all, others to none; nobody twice', async () => {
    const elsewhere = [{ team: await teamCalled('Elsewhere'), role: 'viewer' }];
    await expect(invite('maintainer')).rejects.toMatchObject({ status: 403 });
    await expect(invite('outsider')).rejects.toMatchObject({ status: 403 });
    await invite('outsider', { memberships: elsewhere });
    await expect(invite('owner')).rejects.toMatchObject({ status: 400, detail: /has the address nia@w\.example already/ }); // prettier-ignore
    await expect(invite('owner', { email: 'b@w.example', memberships: [...elsewhere, ...elsewhere] })).rejects.toMatchObject({ status: 400, detail: /given twice/ }); // prettier-ignore
    await expect(invite('owner', { email: 'b@w.example', memberships: [{ team: 'none', role: 'viewer' }] })).rejects.toMatchObject({ status: 404 }); // prettier-ignore
    expect(await knex('people').where({ email: 'b@w.example' })).toEqual([]);
  });

  test('each message is a file that mail programs read, whenever the program ended; a name cannot add a line to it', async () => {
    const { id } = (await ask('owner', 'people.invite', { name: 'Ní Ä\r\nBcc: all@w.example', email: 'n@w.example', memberships: [{ team: await teamCalled('T'), role: 'viewer' }] })) as { id: string }; // prettier-ignore
    expect(id).toMatch(/^person/);
    const folder = path.join(workspace.folder, 'outbox');
    const [{ id: message }] = await knex('messages').where({ email: 'n@w.example' });
    const file = path.join(folder, `2026-11-20-${message}.eml`);
    while (!existsSync(file)) await new Promise((resolve) => setTimeout(resolve, 10));
    rmSync(folder, { recursive: true });
    await writeMessages(knex);
    expect(readdirSync(folder)).toEqual([path.basename(file)]);
    const written = readFileSync(file, 'utf8');
    const [head, body] = written.split('\r\n\r\n');
    expect(head).toMatch(/^Date: Fri, 20 Nov 2026 09:00:00 \+0000$/m);
    expect(head).toMatch(/^Subject: owner invites you to W$/m);
    expect(head).toMatch(/^To: [^<]*<n@w\.example>$/m);
    expect(head).not.toMatch(/^Bcc/m);
    expect(body!.replace(/=\r\n/g, '')).toContain(`http://pier.example/join/${await lastLink()}`);
    expect(body).toContain('until 4 December 2026.');
    await writeMessages(knex);
    expect(readdirSync(folder)).toHaveLength(1);
  });
});

describe('roles', () => {
  test('an owner gives and takes them, the person is told, and streams are asked again', async () => {
    const team = await teamCalled('T');
    let asked = 0;
    const stop = listenToAccess(() => asked++);
    await ask('owner', 'teams.setRole', { team, person: idOf('viewer'), role: 'maintainer' });
    expect(await roleOf('viewer')).toBe('maintainer');
    const { notices } = (await ask('viewer', 'inbox.list')) as AnswerOf<'inbox.list'>;
    expect(notices[0]).toMatchObject({ title: 'You are maintainer in T instead of viewer', body: 'Changed by owner.', href: '/people' }); // prettier-ignore
    await ask('owner', 'teams.removeMember', { team, person: idOf('viewer') });
    expect(await roleOf('viewer')).toBeUndefined();
    await expect(ask('viewer', 'libraries.open', { slug: 'lib' })).rejects.toMatchObject({ status: 404 });
    expect(asked).toBe(2);
    stop();
  });

  test('one role does not give another: nobody below an owner changes any, their own least of all', async () => {
    const team = await teamCalled('T');
    for (const who of ['viewer', 'contributor', 'maintainer', 'outsider'])
      await expect(ask(who, 'teams.setRole', { team, person: idOf(who), role: 'owner' })).rejects.toMatchObject({ status: 403 }); // prettier-ignore
    await expect(ask('maintainer', 'teams.removeMember', { team, person: idOf('viewer') })).rejects.toMatchObject({ status: 403 }); // prettier-ignore
    await expect(ask('outsider', 'people.setAdministrator', { id: idOf('outsider'), administrator: true })).rejects.toMatchObject({ status: 403 }); // prettier-ignore
    // Everybody may leave.
    await ask('viewer', 'teams.removeMember', { team, person: idOf('viewer') });
    expect(await roleOf('viewer')).toBeUndefined();
  });

  test('a team keeps an owner who has joined, and the workspace an administrator, whatever comes at once', async () => {
    const team = await teamCalled('T');
    const step = { team, person: idOf('owner') };
    await expect(ask('owner', 'teams.setRole', { ...step, role: 'viewer' })).rejects.toMatchObject({ status: 400, detail: /would have no owner/ }); // prettier-ignore
    await expect(ask('owner', 'teams.removeMember', step)).rejects.toMatchObject({ status: 400 });
    // Somebody who is invited cannot do it yet.
    await invite('owner', { memberships: [{ team, role: 'owner' }] });
    await expect(ask('owner', 'teams.removeMember', step)).rejects.toMatchObject({ status: 400 });
    await ask('owner', 'teams.setRole', { team, person: idOf('maintainer'), role: 'owner' });
    const both = await Promise.allSettled([
      ask('owner', 'teams.setRole', { ...step, role: 'viewer' }),
      ask('maintainer', 'teams.setRole', { team, person: idOf('maintainer'), role: 'viewer' }),
    ]);
    expect(both.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    await expect(ask('owner', 'people.setAdministrator', { id: idOf('owner'), administrator: false })).rejects.toMatchObject({ status: 400, detail: /no administrator/ }); // prettier-ignore
    await expect(ask('owner', 'people.remove', { id: idOf('owner') })).rejects.toMatchObject({ status: 400 });
    await ask('owner', 'people.setAdministrator', { id: idOf('viewer'), administrator: true });
    await ask('owner', 'people.setAdministrator', { id: idOf('owner'), administrator: false });
    await expect(ask('owner', 'outbox.list')).rejects.toMatchObject({ status: 403 });
  });

  test('teams have names of their own, and an owner from the first', async () => {
    const { id } = (await ask('owner', 'teams.create', { name: ' Harbour ' })) as { id: string };
    expect(await roleOf('owner', 'Harbour')).toBe('owner');
    await expect(ask('owner', 'teams.create', { name: 'harbour' })).rejects.toMatchObject({ status: 400, detail: /called Harbour already/ }); // prettier-ignore
    // Letters beyond ASCII as well, which a database may not know small and large.
    await ask('owner', 'teams.create', { name: 'Ünïcode' });
    for (const name of ['Ünïcode', 'ÜNÏCODE'])
      await expect(ask('owner', 'teams.create', { name })).rejects.toMatchObject({ status: 400, detail: /called Ünïcode already/ }); // prettier-ignore
    await expect(ask('owner', 'teams.rename', { team: id, name: 'ünïcode' })).rejects.toMatchObject({
      status: 400,
    });
    await expect(ask('outsider', 'teams.rename', { team: id, name: 'Ours' })).rejects.toMatchObject({ status: 403 }); // prettier-ignore
    await ask('owner', 'teams.rename', { team: id, name: 'HARBOUR' });
    expect((await directory('viewer')).teams.map(({ name }) => name)).toContain('HARBOUR');
  });
});

test('who is removed is out at once, by session and by key; their name stays, and they may be invited again', async () => {
  const person = idOf('maintainer');
  const { session } = (await ask('nobody', 'people.signIn', { email: 'maintainer@w.example', password: 'a long password' })) as { session: string }; // prettier-ignore
  const { key } = (await ask('maintainer', 'keys.create', { name: 'build', actions: ['read'] })) as { key: string }; // prettier-ignore
  await ask('maintainer', 'documents.history', { slug: 'lib' });
  await expect(ask('maintainer', 'people.remove', { id: person })).rejects.toMatchObject({ status: 403 });
  await ask('owner', 'people.remove', { id: person });
  expect(await personOf(knex, session, NOW)).toBeUndefined();
  expect(await actorOfKey(knex, key, NOW)).toBeUndefined();
  await expect(ask('nobody', 'people.signIn', { email: 'maintainer@w.example', password: 'a long password' })).rejects.toMatchObject({ status: 401 }); // prettier-ignore
  expect((await directory()).people.map(({ id }) => id)).not.toContain(person);
  await expect(ask('owner', 'people.inviteAgain', { id: person })).rejects.toMatchObject({ status: 404 });
  expect((await knex('people').where({ id: person }).first()).name).toBe('maintainer');
  expect(await invite('owner', { name: 'Mae', email: 'maintainer@w.example' })).toBe(person);
  expect(await roleOf('maintainer')).toBe('contributor');
});

test('addresses are told to whom they concern', async () => {
  const told = async (who: string) =>
    (await directory(who)).people.flatMap(({ name, email }) => (email === null ? [] : [name])).sort();
  expect(await told('viewer')).toEqual(['viewer']);
  expect(await told('outsider')).toEqual(['outsider']);
  expect(await told('owner')).toEqual(['contributor', 'maintainer', 'outsider', 'owner', 'viewer']);
  await ask('owner', 'teams.setRole', { team: await teamCalled('Elsewhere'), person: idOf('viewer'), role: 'viewer' }); // prettier-ignore
  expect(await told('outsider')).toEqual(['outsider', 'viewer']);
});

test('owners say who sees a library; what new products start with is what one may read', async () => {
  const listed = async (who: string) =>
    ((await ask(who, 'documents.list')) as AnswerOf<'documents.list'>).documents.map(({ slug, visibility, starts }) => [slug, visibility, starts]); // prettier-ignore
  await expect(ask('maintainer', 'documents.setVisibility', { slug: 'lib', visibility: 'workspace' })).rejects.toMatchObject({ status: 403 }); // prettier-ignore
  await ask('owner', 'documents.setVisibility', { slug: 'lib', visibility: 'workspace' });
  await expect(ask('outsider', 'workspace.setStarting', { libraries: ['lib'] })).rejects.toMatchObject({ status: 403 }); // prettier-ignore
  await ask('owner', 'workspace.setStarting', { libraries: ['lib'] });
  expect(await listed('outsider')).toContainEqual(['lib', 'workspace', true]);
  await ask('owner', 'documents.setVisibility', { slug: 'lib', visibility: 'team' });
  expect((await listed('outsider')).map(([slug]) => slug)).not.toContain('lib');
  // An administrator who may not read it neither sets nor clears it.
  await ask('owner', 'people.setAdministrator', { id: idOf('outsider'), administrator: true });
  await expect(ask('outsider', 'workspace.setStarting', { libraries: ['lib'] })).rejects.toMatchObject({ status: 404 }); // prettier-ignore
  await ask('outsider', 'workspace.setStarting', { libraries: [] });
  expect(await listed('owner')).toContainEqual(['lib', 'team', true]);
});

test('a product is pinned to several libraries at once, to each but once', async () => {
  await ask('owner', 'libraries.create', { name: 'Second', slug: 'second' });
  await ask('owner', 'libraries.import', { slug: 'second', files: [{ name: 'a.tokens.json', text: '{"x":{"$type":"number","$value":1}}' }] }); // prettier-ignore
  await ask('owner', 'releases.publish', { slug: 'second', sequence: 1, version: '1.0.0', leftOut: [], summary: '' }); // prettier-ignore
  const make = (slug: string, ...libraries: string[]) =>
    ask('owner', 'products.create', { name: slug, slug, libraries: libraries.map((one) => ({ slug: one })) });
  await make('both', 'lib', 'second');
  const { documents } = (await ask('owner', 'documents.list')) as AnswerOf<'documents.list'>;
  expect(documents.find(({ slug }) => slug === 'both')!.pins.sort()).toEqual(['Lib 1.0.0', 'Second 1.0.0']);
  await expect(make('twice', 'lib', 'lib')).rejects.toMatchObject({ status: 400, detail: /given twice/ });
  await expect(make('none', 'lib', 'nowhere')).rejects.toMatchObject({ status: 404 });
  expect(await knex('documents').whereIn('slug', ['twice', 'none'])).toEqual([]);
});
