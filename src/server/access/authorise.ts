import type { Knex } from 'knex';
import { once } from '../db/once';
import { forbidden, notFound, Problem } from '../http/problem';

export type Role = 'viewer' | 'contributor' | 'maintainer' | 'owner';
const ROLES: readonly Role[] = ['viewer', 'contributor', 'maintainer', 'owner'];

/** Who acts: nobody yet, or a person, by themselves or through a key that may do no more than it names. */
export type Actor =
  | { kind: 'nobody' }
  | { kind: 'person'; id: string; key?: { actions: readonly string[]; operations: readonly string[] } };

/** What a use case needs of whoever performs it. */
export type Need = 'nobody' | 'signed-in' | 'administrator' | Role;

export interface DocumentRow {
  id: string;
  kind: 'library' | 'product';
  slug: string;
  name: string;
  team_id: string;
  visibility: 'workspace' | 'team';
  about: string;
}

/** A person's role in a team; everybody is a viewer of what the whole workspace may see. */
export async function roleOf(
  trx: Knex,
  actor: Actor,
  document: Pick<DocumentRow, 'team_id' | 'visibility'>,
): Promise<Role | undefined> {
  if (actor.kind === 'nobody') return undefined;
  const of = { person_id: actor.id, team_id: document.team_id };
  const membership = await once(trx, `member ${of.person_id} ${of.team_id}`, () =>
    trx('memberships').where(of).first(),
  );
  return roleAs(membership?.role as Role | undefined, document);
}

/** What a person is to a document: as a member of its team, or as anybody of the workspace. */
const roleAs = (
  member: Role | undefined,
  { visibility }: Pick<DocumentRow, 'visibility'>,
): Role | undefined => member ?? (visibility === 'workspace' ? 'viewer' : undefined);

/**
 * The one door: whether an actor may do what a use case does with an object. Runs inside the writing transaction. What
 * one may not read is answered as if it were not there.
 * @throws Problem 401, 403 or 404
 */
export async function authorise(
  trx: Knex,
  actor: Actor,
  need: Need,
  document: DocumentRow | undefined,
  /** How it is called where it is not there, or may not be seen. */
  called = document ? `${document.kind} called ${document.slug}` : 'such thing',
): Promise<void> {
  if (need === 'nobody') return;
  if (actor.kind === 'nobody')
    throw new Problem(401, 'sign-in', 'Sign in first', 'This needs a signed-in person.');
  if (need === 'signed-in') return;
  if (need === 'administrator') {
    if (!(await isAdministrator(trx, actor)))
      throw forbidden('This needs an administrator of the workspace.');
    return;
  }
  const role = document && (await roleOf(trx, actor, document));
  if (!document || !role) throw notFound(called);
  if (ROLES.indexOf(role) < ROLES.indexOf(need)) {
    throw forbidden(`This needs the role ${need} in the team of ${document.name}; yours is ${role}.`);
  }
}

export interface TeamRow {
  id: string;
  name: string;
}

/** Whether an actor looks after the people of the whole workspace. */
export const isAdministrator = async (trx: Knex, actor: Actor): Promise<boolean> =>
  actor.kind === 'person' && Boolean((await trx('people').where({ id: actor.id }).first())?.administrator);

/** Whether an actor may say who is in a team. */
export const manages = async ({ trx, actor }: Asking, team: string): Promise<boolean> =>
  (await isAdministrator(trx, actor)) ||
  (actor.kind === 'person' &&
    (await trx('memberships').where({ person_id: actor.id, team_id: team, role: 'owner' }).first()) !==
      undefined);

/**
 * The team of this id, for who may say who is in it: its owners, and administrators.
 * @throws Problem 404 where there is none; 403 for everybody else
 */
export async function managedTeam({ trx, actor }: Asking, id: string): Promise<TeamRow> {
  const team: TeamRow | undefined = await trx('teams').where({ id }).first();
  if (!team) throw notFound(`team ${id}`);
  if (!(await manages({ trx, actor }, id)))
    throw forbidden(`This needs the role owner in ${team.name}, or an administrator.`);
  return team;
}

/** Who asks, and where: what a question about permission needs. */
export interface Asking {
  trx: Knex;
  actor: Actor;
}

/**
 * The one question before anything of a document is told that something else names (a parent, a pin, a notice, a list):
 * the document, or undefined where it is not there or may not be read. The two are never told apart.
 */
export async function readable(
  { trx, actor }: Asking,
  where: { id: string } | { slug: string; kind: DocumentRow['kind'] },
): Promise<DocumentRow | undefined> {
  const document: DocumentRow | undefined = await trx('documents').where(where).first();
  return document && (await roleOf(trx, actor, document)) ? document : undefined;
}

/** All documents that may be read, by name, each with the team it belongs to and one's role: one question for a whole list. */
export async function allReadable({
  trx,
  actor,
}: Asking): Promise<(DocumentRow & { team: string; role: Role })[]> {
  if (actor.kind === 'nobody') return [];
  const rows: (DocumentRow & { team: string; role: Role | null })[] = await trx('documents')
    .join('teams', 'teams.id', 'documents.team_id')
    .leftJoin('memberships', (on) =>
      on.on('memberships.team_id', 'documents.team_id').andOnVal('memberships.person_id', actor.id),
    )
    .orderBy('documents.name')
    .select('documents.*', 'teams.name as team', 'memberships.role as role');
  return rows.flatMap((row) => {
    const role = roleAs(row.role ?? undefined, row);
    return role ? [{ ...row, role }] : [];
  });
}

/**
 * A document that an input names beside the one an operation is about: a parent, a target, the library of a pin.
 * @throws Problem 404 where it is not there or may not be read; 403 where it may be read and no more
 */
export async function named(
  { trx, actor }: Asking,
  kind: DocumentRow['kind'],
  where: string | { id: string },
  need: Role = 'viewer',
): Promise<DocumentRow> {
  const document = await readable({ trx, actor }, typeof where === 'string' ? { slug: where, kind } : where);
  const called = typeof where === 'string' ? `${kind} called ${where}` : `${kind} ${where.id}`;
  await authorise(trx, actor, need, document?.kind === kind ? document : undefined, called);
  return document!;
}
