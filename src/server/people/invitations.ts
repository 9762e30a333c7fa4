import { createHash, randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { managedTeam, manages } from '../access/authorise';
import { badRequest, forbidden, Problem } from '../http/problem';
import { personIn, useCase, type Work } from '../use-case';
import { send } from './outbox';
import { checkPassword, hashPassword } from './passwords';
import { hasJoined, presentPerson, type PersonRow } from './person';
import { openSession } from './sessions';

/** As long as the link of an invitation leads somewhere. */
const DAYS = 14;
/** How a message writes a day. */
const DATE = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' });
/** In one invitation. */
const MOST_TEAMS = 20;

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

interface InvitationRow {
  person_id: string;
  hash: string;
  by_id: string;
  /** ISO 8601. */
  expires_at: string;
}

export const workspaceName = async (trx: Knex): Promise<string> =>
  ((await trx('workspace').where({ key: 'name' }).first())?.value as string | undefined) ?? 'Seedplan';

/** The whole of what a person is in, in words: `maintainer in Piers, viewer in Booking`. */
async function rolesText(trx: Knex, person: string): Promise<string> {
  const rows: { name: string; role: string }[] = await trx('memberships')
    .join('teams', 'teams.id', 'memberships.team_id')
    .where({ person_id: person })
    .orderBy('teams.name')
    .select('teams.name', 'memberships.role');
  return rows.map(({ name, role }) => `${role} in ${name}`).join(', ');
}

/** Sends a person a link by which they set a password, in place of any they were sent before. */
async function sendInvitation(work: Work, person: PersonRow, origin: string): Promise<void> {
  const { trx } = work;
  const token = randomBytes(33).toString('base64url');
  const by: PersonRow = await trx('people')
    .where({ id: personIn(work) })
    .first();
  const expires = new Date(Date.parse(work.now()) + DAYS * 86_400_000).toISOString();
  await trx('invitations')
    .insert({ person_id: person.id, hash: hashOf(token), by_id: by.id, expires_at: expires })
    .onConflict('person_id')
    .merge();
  const workspace = await workspaceName(trx);
  await send(work, {
    name: person.name,
    email: person.email,
    subject: `${by.name} invites you to ${workspace}`,
    body:
      `${by.name} invites you to the design system of ${workspace}, as ${await rolesText(trx, person.id)}.\n\n` +
      `Set your password here:\n${origin}/join/${token}\n\n` +
      `The link can be used once, until ${DATE.format(new Date(expires))}.\n`,
  });
}

const invite = useCase('people.invite', {
  needs: 'signed-in',
  async run(work, input) {
    const { trx } = work;
    const email = input.email.trim().toLowerCase();
    const ids = input.memberships.map(({ team }) => team);
    if (new Set(ids).size < ids.length) throw badRequest('A team is given twice. Give each team one role.');
    if (ids.length > MOST_TEAMS) throw badRequest(`Give at most ${MOST_TEAMS} teams at once.`);
    for (const id of ids) await managedTeam(work, id);
    const known: PersonRow | undefined = await trx('people').where({ email }).first();
    if (known && known.left_at === null)
      throw badRequest(
        `${known.name} has the address ${email} already. Give them a role on the page of people instead.`,
        { field: 'email' },
      );
    const id = known?.id ?? work.newId('person');
    const row = { name: input.name.trim(), about: input.about?.trim() ?? '', password: '', left_at: null };
    if (known) await trx('people').where({ id }).update(row);
    else await trx('people').insert({ id, email, ...row });
    for (const { team, role } of input.memberships)
      await trx('memberships').insert({ person_id: id, team_id: team, role });
    await sendInvitation(work, await presentPerson(trx, id), input.origin);
    return { id };
  },
});

const inviteAgain = useCase('people.inviteAgain', {
  needs: 'signed-in',
  async run(work, input) {
    const person = await presentPerson(work.trx, input.id);
    await mayManage(work, person);
    if (hasJoined(person)) throw badRequest(`${person.name} has joined already.`);
    await sendInvitation(work, person, input.origin);
    return {};
  },
});

/** Whoever manages one of the teams somebody is in may see to their invitation. @throws Problem 403 */
async function mayManage(work: Work, person: PersonRow): Promise<void> {
  const teams: { team_id: string }[] = await work.trx('memberships').where({ person_id: person.id });
  for (const { team_id } of teams) if (await manages(work, team_id)) return;
  throw forbidden(`This needs the role owner in a team of ${person.name}, or an administrator.`);
}

/** @throws Problem 404 for a link that is none, was used, was replaced or has run out */
async function invited(trx: Knex, token: string, now: string): Promise<PersonRow & InvitationRow> {
  const row: (PersonRow & InvitationRow) | undefined = await trx('invitations')
    .join('people', 'people.id', 'invitations.person_id')
    .where({ hash: hashOf(token) })
    .where('expires_at', '>', now)
    .whereNull('left_at')
    .first();
  if (!row)
    throw new Problem(
      404,
      'invitation',
      'This invitation cannot be used',
      'It was used already, a newer one was sent, or it has run out. Ask whoever invited you to send another.',
    );
  return row;
}

const read = useCase('people.invitation', {
  needs: 'nobody',
  async run({ trx, now }, { token }) {
    const row = await invited(trx, token, now());
    const by = await trx('people').where({ id: row.by_id }).first();
    return {
      workspace: await workspaceName(trx),
      name: row.name,
      email: row.email,
      by: by.name as string,
      roles: await rolesText(trx, row.person_id),
    };
  },
});

const join = useCase('people.join', {
  needs: 'nobody',
  async ahead({ look, now }, { token, password }) {
    const { email } = await look(({ trx }) => invited(trx, token, now()));
    checkPassword(password, email);
    return hashPassword(password);
  },
  async run(work, input, _document, password) {
    // Asked again: another may have used the link meanwhile.
    const { person_id: id } = await invited(work.trx, input.token, work.now());
    await work.trx('people').where({ id }).update({ password });
    await work.trx('invitations').where({ person_id: id }).delete();
    return { session: await openSession(work, id, input) };
  },
});

export const invitationUseCases = [invite, inviteAgain, read, join];
