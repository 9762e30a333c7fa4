import type { Knex } from 'knex';
import { StartProblem } from '../problem';
import type { Dialect, Trouble } from './dialect';
import { postgres } from './postgres';
import { sqlite } from './sqlite';

const DIALECTS: readonly Dialect[] = [sqlite, postgres];

/** The kind of database of a target. @throws StartProblem */
export function dialectFor(target: string): Dialect {
  const found = DIALECTS.find((one) => one.opens(target));
  if (found) return found;
  throw new StartProblem(
    `SEEDPLAN_DATABASE_URL begins with ${target.split(':')[0]}:, which is not known. Write postgres://USER@HOST/DATABASE or sqlite:FOLDER.`,
  );
}

/** The kind of database that is open, or that a transaction is of. */
export function dialectOf(knex: Knex): Dialect {
  const { driverName } = knex.client as { driverName: string };
  const found = DIALECTS.find(({ driver }) => driver === driverName);
  if (!found) throw new Error('This database was not opened by openDatabase');
  return found;
}

/** Why a database failed, whichever it is. */
export function troubleOf(error: unknown): Trouble | undefined {
  for (const { trouble } of DIALECTS) {
    const found = trouble(error);
    if (found) return found;
  }
  return undefined;
}
