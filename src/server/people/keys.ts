import { createHash, randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import type { OperationId } from '@/api/operations';
import type { KeyAction } from '@/api/keys';
import type { Actor } from '../access/authorise';
import { badRequest, notFound } from '../http/problem';
import { personIn, useCase } from '../use-case';

/** What every key begins with, so that whoever finds one knows what it is. */
const PREFIX = 'seedplan_';
const MOST_KEYS = 50;

/** The operations of each action; cloning and pushing are asked of git. */
const OPERATIONS_OF: Record<KeyAction, readonly OperationId[]> = {
  read: ['documents.list', 'documents.history', 'libraries.open', 'products.open', 'releases.list', 'outputs.write', 'files.read', 'scans.list', 'scans.read', 'scans.ofLibrary'],
  clone: ['repositories.read', 'repositories.commit', 'repositories.file'],
  push: ['repositories.read'],
  scan: ['repositories.scan', 'jobs.list', 'scans.list', 'scans.read'],
}; // prettier-ignore

interface KeyRow {
  id: string;
  hash: string;
  person_id: string;
  name: string;
  actions: string;
  created_at: string;
  used_at: string | null;
  revoked_at: string | null;
}

const hashOf = (key: string) => createHash('sha256').update(key).digest('hex');
const actionsOf = ({ actions }: KeyRow) => JSON.parse(actions) as KeyAction[];

/** Whom a key acts for, and what it may do; undefined for what is no key, or one that was revoked. */
export async function actorOfKey(knex: Knex, key: string, now: string): Promise<Actor | undefined> {
  if (!key.startsWith(PREFIX)) return undefined;
  const row: KeyRow | undefined = await knex('keys')
    .where({ hash: hashOf(key) })
    .whereNull('revoked_at')
    .first();
  if (!row) return undefined;
  // By the minute: a machine that asks often does not write often.
  if ((row.used_at ?? '').slice(0, 16) !== now.slice(0, 16))
    await knex('keys').where({ id: row.id }).update({ used_at: now });
  const actions = actionsOf(row);
  const only = [...new Set(actions.flatMap((action) => OPERATIONS_OF[action]))];
  return { kind: 'person', id: row.person_id, key: { actions, operations: only } };
}

const list = useCase('keys.list', {
  needs: 'signed-in',
  async run(work) {
    const rows: KeyRow[] = await work
      .trx('keys')
      .where({ person_id: personIn(work) })
      .whereNull('revoked_at')
      .orderBy('created_at', 'desc');
    return {
      keys: rows.map((row) => ({ id: row.id, name: row.name, actions: actionsOf(row), created: row.created_at, used: row.used_at })),
    };
  },
}); // prettier-ignore

const create = useCase('keys.create', {
  needs: 'signed-in',
  async run(work, { name, actions }) {
    const person = personIn(work);
    const [{ count }] = (await work.trx('keys').where({ person_id: person }).whereNull('revoked_at').count({ count: '*' })) as [{ count: number }]; // prettier-ignore
    if (count >= MOST_KEYS)
      throw badRequest(`You have ${MOST_KEYS} keys. Revoke one that is not used any more.`);
    const key = PREFIX + randomBytes(33).toString('base64url');
    const id = work.newId('key');
    await work.trx('keys').insert({
      id,
      hash: hashOf(key),
      person_id: person,
      name: name.trim(),
      actions: JSON.stringify(actions),
      created_at: work.now(),
    });
    return { id, key };
  },
});

const revoke = useCase('keys.revoke', {
  needs: 'signed-in',
  async run(work, { id }) {
    const revoked = await work
      .trx('keys')
      .where({ id, person_id: personIn(work) })
      .whereNull('revoked_at')
      .update({ revoked_at: work.now() });
    if (revoked === 0) throw notFound('key of yours with this id');
    return {};
  },
});

export const keyUseCases = [list, create, revoke];
