import { createHash, randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { announceAccess } from '../documents/events';
import { notFound } from '../http/problem';
import { personIn, useCase, type Work } from '../use-case';

/** How long one stays signed in: cookie and row end together. */
export const SECONDS_SIGNED_IN = 30 * 86_400;

/** What is stored of a session: who reads the database cannot use it. */
const hashOf = (session: string) => createHash('sha256').update(session).digest('hex');

interface SessionRow {
  id: string;
  hash: string;
  person_id: string;
  created_at: string;
  expires_at: string;
  agent: string;
}

/** The person a session is of, while it holds. */
export async function personOf(knex: Knex, session: string, now: string): Promise<string | undefined> {
  const row: SessionRow | undefined = await knex('sessions')
    .where({ hash: hashOf(session) })
    .where('expires_at', '>', now)
    .first();
  return row?.person_id;
}

/** Begins a session in place of the one that was held, and takes away what has run out. */
export async function openSession(
  work: Work,
  personId: string,
  { session: held, agent }: { session?: string; agent?: string },
): Promise<string> {
  const session = randomBytes(33).toString('base64url');
  const now = work.now();
  await work.trx('sessions').where('expires_at', '<=', now).delete();
  if (held)
    await work
      .trx('sessions')
      .where({ hash: hashOf(held) })
      .delete();
  await work.trx('sessions').insert({
    id: work.newId('session'),
    hash: hashOf(session),
    person_id: personId,
    created_at: now,
    expires_at: new Date(Date.parse(now) + SECONDS_SIGNED_IN * 1000).toISOString(),
    agent: (agent ?? '').slice(0, 200),
  });
  return session;
}

/** Ends the sessions of a person but one. */
export async function endOtherSessions(work: Work, personId: string, kept: string): Promise<void> {
  await work
    .trx('sessions')
    .where({ person_id: personId })
    .whereNot({ hash: hashOf(kept) })
    .delete();
  work.afterCommit(announceAccess);
}

const signOut = useCase('people.signOut', {
  needs: 'signed-in',
  async run(work, input) {
    await work
      .trx('sessions')
      .where({ hash: hashOf(input.session), person_id: personIn(work) })
      .delete();
    work.afterCommit(announceAccess);
    return {};
  },
});

const list = useCase('people.sessions', {
  needs: 'signed-in',
  async run(work, input) {
    const rows: SessionRow[] = await work
      .trx('sessions')
      .where({ person_id: personIn(work) })
      .where('expires_at', '>', work.now())
      .orderBy('created_at', 'desc');
    return {
      sessions: rows.map((row) => ({
        id: row.id,
        at: row.created_at,
        expires: row.expires_at,
        agent: row.agent,
        present: row.hash === hashOf(input.session),
      })),
    };
  },
});

const end = useCase('people.endSession', {
  needs: 'signed-in',
  async run(work, input) {
    const ended = await work
      .trx('sessions')
      .where({ id: input.id, person_id: personIn(work) })
      .delete();
    if (ended === 0) throw notFound('such session');
    work.afterCommit(announceAccess);
    return {};
  },
});

export const sessionUseCases = [signOut, list, end];
