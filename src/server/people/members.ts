import type { Knex } from 'knex';
import { isAdministrator, managedTeam, type Role, type TeamRow } from '../access/authorise';
import { announceAccess } from '../documents/events';
import { badRequest } from '../http/problem';
import { personIn, useCase, type Work } from '../use-case';
import { addNotice } from './notices';
import { hasJoined, presentPerson, type PersonRow } from './person';

interface MembershipRow {
  person_id: string;
  team_id: string;
  role: Role;
}

/** Who is here, in which teams. Addresses are told to administrators, to owners of a team somebody is in, and to oneself. */
const list = useCase('people.list', {
  needs: 'signed-in',
  async run(work) {
    const { trx, actor } = work;
    const me = personIn(work);
    const administrator = await isAdministrator(trx, actor);
    const people: PersonRow[] = await trx('people').whereNull('left_at').orderBy('name');
    const teams: TeamRow[] = await trx('teams').orderBy('name');
    const memberships: MembershipRow[] = await trx('memberships');
    const invitations = new Map<string, string>(
      (await trx('invitations')).map((row: { person_id: string; expires_at: string }) => [
        row.person_id,
        row.expires_at,
      ]),
    );
    const owned = new Set(
      memberships.flatMap(({ person_id, team_id, role }) =>
        person_id === me && role === 'owner' ? [team_id] : [],
      ),
    );
    return {
      administrator,
      teams: teams.map(({ id, name }) => ({ id, name, managed: administrator || owned.has(id) })),
      people: people.map((person) => {
        const own = memberships.filter(({ person_id }) => person_id === person.id);
        const expires = invitations.get(person.id);
        return {
          id: person.id,
          name: person.name,
          about: person.about,
          email:
            administrator || person.id === me || own.some(({ team_id }) => owned.has(team_id))
              ? person.email
              : null,
          administrator: Boolean(person.administrator),
          joined: hasJoined(person),
          invited: expires === undefined ? null : { until: expires, over: expires <= work.now() },
          memberships: own.map(({ team_id, role }) => ({ team: team_id, role })),
        };
      }),
    };
  },
});

/** Somebody who is here has to be able to do this after it. @throws Problem 400 */
async function anotherOwner(trx: Knex, team: TeamRow, person: string): Promise<void> {
  const other = await trx('memberships')
    .join('people', 'people.id', 'memberships.person_id')
    .where({ team_id: team.id, role: 'owner' })
    .whereNot({ person_id: person })
    .whereNot({ password: '' })
    .first();
  if (!other) throw badRequest(`${team.name} would have no owner. Make somebody else an owner of it first.`);
}

/** Those who are told: the person, where it was somebody else. */
async function tell(work: Work, person: PersonRow, title: string): Promise<void> {
  work.afterCommit(announceAccess);
  const me = personIn(work);
  if (person.id === me) return;
  const { name } = await work.trx('people').where({ id: me }).first();
  await addNotice(work, person.id, {
    kind: 'people',
    title,
    body: `Changed by ${name}.`,
    href: '/people',
    documents: [],
  });
}

const setRole = useCase('teams.setRole', {
  needs: 'signed-in',
  async run(work, { team: id, person: personId, role }) {
    const { trx } = work;
    const team = await managedTeam(work, id);
    const person = await presentPerson(trx, personId);
    const held: MembershipRow | undefined = await trx('memberships')
      .where({ person_id: person.id, team_id: team.id })
      .first();
    if (held?.role === role) return {};
    if (held?.role === 'owner') await anotherOwner(trx, team, person.id);
    await trx('memberships')
      .insert({ person_id: person.id, team_id: team.id, role })
      .onConflict(['person_id', 'team_id'])
      .merge();
    await tell(work, person, `You are ${role} in ${team.name}${held ? ` instead of ${held.role}` : ''}`);
    return {};
  },
});

/** Owners take somebody out of a team; everybody may leave one. */
const removeMember = useCase('teams.removeMember', {
  needs: 'signed-in',
  async run(work, { team: id, person: personId }) {
    const { trx } = work;
    const isSelf = personId === personIn(work);
    const team: TeamRow = isSelf
      ? ((await trx('teams').where({ id }).first()) ?? (await managedTeam(work, id)))
      : await managedTeam(work, id);
    const person = await presentPerson(trx, personId);
    const held: MembershipRow | undefined = await trx('memberships')
      .where({ person_id: person.id, team_id: team.id })
      .first();
    if (!held) throw badRequest(`${person.name} is not in ${team.name}.`);
    if (held.role === 'owner') await anotherOwner(trx, team, person.id);
    await trx('memberships').where({ person_id: person.id, team_id: team.id }).delete();
    await tell(work, person, `You are no longer in ${team.name}`);
    return {};
  },
});

const nameProblem = async (trx: Knex, name: string, id = ''): Promise<void> => {
  // Compared here: not every database knows which letters are the same, small and large.
  const others: TeamRow[] = await trx('teams').whereNot({ id });
  const same = others.find((team) => team.name.toLowerCase() === name.toLowerCase());
  if (same) throw badRequest(`There is a team called ${same.name} already. Choose another name.`, { field: 'name' });
}; // prettier-ignore

const createTeam = useCase('teams.create', {
  needs: 'administrator',
  async run(work, input) {
    const name = input.name.trim();
    await nameProblem(work.trx, name);
    const id = work.newId('team');
    await work.trx('teams').insert({ id, name });
    // A team has an owner from the first.
    await work.trx('memberships').insert({ person_id: personIn(work), team_id: id, role: 'owner' });
    work.afterCommit(announceAccess);
    return { id };
  },
});

const renameTeam = useCase('teams.rename', {
  needs: 'signed-in',
  async run(work, input) {
    const team = await managedTeam(work, input.team);
    const name = input.name.trim();
    await nameProblem(work.trx, name, team.id);
    await work.trx('teams').where({ id: team.id }).update({ name });
    return {};
  },
});

/** @throws Problem 400 where nobody would look after the workspace */
async function anotherAdministrator(trx: Knex, person: string): Promise<void> {
  const other = await trx('people')
    .where({ administrator: true })
    .whereNull('left_at')
    .whereNot({ id: person })
    .whereNot({ password: '' })
    .first();
  if (!other)
    throw badRequest('The workspace would have no administrator. Make somebody else administrator first.');
}

const setAdministrator = useCase('people.setAdministrator', {
  needs: 'administrator',
  async run(work, input) {
    const person = await presentPerson(work.trx, input.id);
    if (Boolean(person.administrator) === input.administrator) return {};
    if (!input.administrator) await anotherAdministrator(work.trx, person.id);
    await work
      .trx('people')
      .where({ id: person.id })
      .update({ administrator: input.administrator });
    await tell(work, person, `You are ${input.administrator ? 'an administrator' : 'no administrator any more'}`);
    return {};
  },
}); // prettier-ignore

/** Their sessions, keys and roles end; what they did keeps their name. */
const remove = useCase('people.remove', {
  needs: 'administrator',
  async run(work, { id }) {
    const { trx } = work;
    const person = await presentPerson(trx, id);
    if (person.administrator) await anotherAdministrator(trx, id);
    const owned: TeamRow[] = await trx('memberships')
      .join('teams', 'teams.id', 'memberships.team_id')
      .where({ person_id: id, role: 'owner' })
      .select('teams.id', 'teams.name');
    for (const team of owned) await anotherOwner(trx, team, id);
    for (const table of ['memberships', 'sessions', 'invitations'])
      await trx(table).where({ person_id: id }).delete();
    await trx('keys').where({ person_id: id }).whereNull('revoked_at').update({ revoked_at: work.now() });
    await trx('people').where({ id }).update({ password: '', administrator: false, left_at: work.now() });
    work.afterCommit(announceAccess);
    return {};
  },
});

export const memberUseCases = [list, setRole, removeMember, createTeam, renameTeam, setAdministrator, remove];
