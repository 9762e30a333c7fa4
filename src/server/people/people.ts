import type { Knex } from 'knex';
import { badRequest, Problem } from '../http/problem';
import { previewWidths } from '../workspace/settings';
import { personIn, useCase } from '../use-case';
import { noticesOf } from './inbox';
import { workspaceName } from './invitations';
import { attemptWasRight, countAttempt } from './attempts';
import { checkPassword, hashPassword, passwordMatches } from './passwords';
import { endOtherSessions, openSession } from './sessions';

/** The one-click sign-in depends on this mark, which only the demo loader writes. */
async function isDemo(trx: Knex): Promise<boolean> {
  return (await trx('workspace').where({ key: 'demo' }).first()) !== undefined;
}

const welcome = useCase('people.welcome', {
  needs: 'nobody',
  async run({ trx }) {
    const demo = await isDemo(trx);
    const people = demo
      ? await trx('people').whereNot({ password: '' }).orderBy('name').select('id', 'name', 'about')
      : [];
    const [{ count }] = (await trx('people').count({ count: '*' })) as [{ count: number }];
    return { workspace: await workspaceName(trx), demo, empty: count === 0, people };
  },
});

const setUp = useCase('workspace.setUp', {
  needs: 'nobody',
  ahead: async (_, input) => {
    checkPassword(input.password, input.email);
    return hashPassword(input.password);
  },
  async run(work, input, _document, password) {
    const { trx } = work;
    const [{ count }] = (await trx('people').count({ count: '*' })) as [{ count: number }];
    if (count > 0) throw badRequest('This workspace has an owner already. Sign in instead.');
    const id = work.newId('person');
    const team = work.newId('team');
    await trx('workspace').insert({ key: 'name', value: input.workspace });
    await trx('people').insert({
      id,
      name: input.name,
      email: input.email.toLowerCase(),
      password,
      administrator: true,
      about: 'First owner',
    });
    await trx('teams').insert({ id: team, name: input.team });
    await trx('memberships').insert({ person_id: id, team_id: team, role: 'owner' });
    return { session: await openSession(work, id, input) };
  },
});

const signIn = useCase('people.signIn', {
  needs: 'nobody',
  async ahead({ knex, now }, input) {
    const email = input.email.trim().toLowerCase();
    countAttempt(email, input.address ?? '', Date.parse(now()));
    const person = await knex('people').where({ email }).first();
    // The same work is done for an unknown address, so that its absence does not show in the time taken.
    const stored = person?.password ?? 'scrypt:00000000000000000000000000000000:00';
    if (!(await passwordMatches(input.password, stored)) || !person)
      throw new Problem(401, 'sign-in', 'Not signed in', 'Email or password is incorrect.');
    attemptWasRight(email, input.address ?? '');
    return person.id as string;
  },
  run: async (work, input, _, person) => ({ session: await openSession(work, person, input) }),
});

/** A new password, to be given with the present one; all other sessions of the person end. */
const changePassword = useCase('people.changePassword', {
  needs: 'signed-in',
  async ahead({ knex, actor, now }, input) {
    const person = await knex('people')
      .where({ id: (actor as { id: string }).id })
      .first();
    countAttempt(person.email, input.address ?? '', Date.parse(now()));
    if (!(await passwordMatches(input.present, person.password)))
      throw badRequest('This is not your present password.', { field: 'present' });
    attemptWasRight(person.email, input.address ?? '');
    checkPassword(input.next, person.email, 'next');
    return hashPassword(input.next);
  },
  async run(work, input, _, password) {
    const id = personIn(work);
    await work.trx('people').where({ id }).update({ password });
    await endOtherSessions(work, id, input.session);
    return {};
  },
});

const signInDemo = useCase('people.signInDemo', {
  needs: 'nobody',
  async run(work, input) {
    if (!(await isDemo(work.trx)))
      throw new Problem(403, 'forbidden', 'Not allowed', 'Only demo data can be entered without a password.');
    const person = await work.trx('people').where({ id: input.person }).whereNot({ password: '' }).first();
    if (!person) throw badRequest('There is no such person.');
    return { session: await openSession(work, person.id, input) };
  },
});

const me = useCase('people.me', {
  needs: 'signed-in',
  async run(work) {
    const person = await work
      .trx('people')
      .where({ id: personIn(work) })
      .first();
    const teams = await work
      .trx('memberships')
      .join('teams', 'teams.id', 'memberships.team_id')
      .where({ person_id: person.id })
      .select('teams.name', 'memberships.role');
    const unread = (await noticesOf(work)).filter(({ read_at }) => read_at === null).length;
    return {
      person: {
        id: person.id,
        name: person.name,
        about: person.about,
        administrator: Boolean(person.administrator),
      },
      teams,
      unread,
      workspace: { widths: await previewWidths(work.trx) },
    };
  },
});

/** Adds a person to the workspace and to a team. */
const addPerson = useCase('people.add', {
  needs: 'administrator',
  ahead: async (_, input) => {
    checkPassword(input.password, input.email);
    return hashPassword(input.password);
  },
  async run(work, input, _document, password) {
    const { trx } = work;
    const twice = input.memberships.find(
      ({ team }, i) => input.memberships.findIndex((other) => other.team === team) < i,
    );
    if (twice) throw badRequest(`The team ${twice.team} is given twice. Give each team one role.`);
    if (await trx('people').where({ email: input.email.toLowerCase() }).first())
      throw badRequest(`Somebody has the address ${input.email} already.`);
    const id = work.newId('person');
    await trx('people').insert({
      id,
      name: input.name,
      email: input.email.toLowerCase(),
      password,
      about: input.about ?? '',
    });
    for (const { team, role } of input.memberships) {
      let row = await trx('teams').where({ name: team }).first();
      if (!row) {
        row = { id: work.newId('team'), name: team };
        await trx('teams').insert(row);
      }
      await trx('memberships').insert({ person_id: id, team_id: row.id, role });
    }
    return { id };
  },
});

export const peopleUseCases = [welcome, setUp, signIn, signInDemo, changePassword, me, addPerson];
