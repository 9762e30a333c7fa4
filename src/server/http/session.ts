import { redirect } from 'next/navigation';
import { readable } from '../access/authorise';
import { currentActor, database } from './http';
import { perform } from '../perform';

/** For pages: performs a use case as the person signed in; sends everyone else to sign in. */
export async function asPerson<T>(id: string, input: object = {}): Promise<T> {
  const knex = await database();
  const actor = await currentActor(knex);
  if (actor.kind === 'nobody') redirect('/sign-in');
  return (await perform(knex, id, actor, input)) as T;
}

/** For pages of one library or product: whether it is there and may be read by the person signed in. */
export async function isReadable(kind: 'library' | 'product', slug: string): Promise<boolean> {
  const knex = await database();
  const actor = await currentActor(knex);
  if (actor.kind === 'nobody') redirect('/sign-in');
  return (await readable({ trx: knex, actor }, { kind, slug })) !== undefined;
}

export async function asVisitor<T>(id: string, input: object = {}): Promise<T> {
  return (await perform(await database(), id, { kind: 'nobody' }, input)) as T;
}

export async function isSignedIn(): Promise<boolean> {
  return (await currentActor(await database())).kind === 'person';
}
