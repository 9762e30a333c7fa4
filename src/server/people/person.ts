import type { Knex } from 'knex';
import { notFound } from '../http/problem';

export interface PersonRow {
  id: string;
  name: string;
  email: string;
  /** Empty until an invitation is taken, and once somebody has left. */
  password: string;
  administrator: boolean | 0 | 1;
  about: string;
  /** ISO 8601; their name stays with what they did. */
  left_at: string | null;
}

/** A person who is here or invited. @throws Problem 404 */
export async function presentPerson(trx: Knex, id: string): Promise<PersonRow> {
  const person: PersonRow | undefined = await trx('people').where({ id }).whereNull('left_at').first();
  if (!person) throw notFound(`person ${id}`);
  return person;
}

export const hasJoined = ({ password }: Pick<PersonRow, 'password'>): boolean => password !== '';
