import { ExpectedError } from '@/core/base/errors';
import { accessSync, chmodSync, closeSync, constants, mkdirSync, openSync } from 'node:fs';
import path from 'node:path';
import knexFactory, { type Knex } from 'knex';
import * as foundations from './migrations/0001-foundations';
import * as files from './migrations/0002-files';
import * as access from './migrations/0003-access';

const MIGRATIONS: Record<string, { up(knex: Knex): Promise<void>; down(knex: Knex): Promise<void> }> = {
  '0001-foundations': foundations,
  '0002-files': files,
  '0003-access': access,
};

/** Something about where the program runs that keeps it from starting, in one line for the person who started it. */
export class StartProblem extends ExpectedError {
  override readonly name = 'StartProblem';
}

export function dataFolder(): string {
  return path.resolve(/* turbopackIgnore: true */ process.env.SEEDPLAN_DATA_DIR || 'data');
}

/**
 * Opens the database of a data folder and brings it up to date.
 * @throws StartProblem where the folder cannot be written or the database is newer than the program
 */
export async function openDatabase(folder: string): Promise<Knex> {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    accessSync(folder, constants.W_OK);
    // What SQLite writes beside the database has the mode of the database.
    closeSync(openSync(path.join(folder, 'seedplan.db'), 'a', 0o600));
    chmodSync(path.join(folder, 'seedplan.db'), 0o600);
  } catch {
    throw new StartProblem(
      `The data folder ${folder} cannot be written. Give it write access, or set SEEDPLAN_DATA_DIR to another.`,
    );
  }
  const knex = knexFactory({
    client: 'better-sqlite3',
    connection: { filename: path.join(folder, 'seedplan.db') },
    useNullAsDefault: true,
    // SQLite has one writer: one connection, and whoever comes second waits.
    pool: {
      min: 1,
      max: 1,
      afterCreate(
        connection: { pragma(text: string): void },
        done: (error: Error | null, connection: unknown) => void,
      ) {
        connection.pragma('journal_mode = WAL');
        connection.pragma('foreign_keys = ON');
        connection.pragma('busy_timeout = 5000');
        connection.pragma('synchronous = FULL');
        done(null, connection);
      },
    },
  });
  try {
    await migrate(knex);
  } catch (error) {
    await knex.destroy();
    if (error instanceof StartProblem) throw error;
    throw new StartProblem(`The database in ${folder} cannot be opened: ${(error as Error).message}`);
  }
  return knex;
}

async function migrate(knex: Knex): Promise<void> {
  if (await knex.schema.hasTable('knex_migrations')) {
    const done: { name: string }[] = await knex('knex_migrations').select('name');
    const unknown = done.find(({ name }) => !(name in MIGRATIONS));
    if (unknown)
      throw new StartProblem(
        `The database is newer than this program (it has ${unknown.name}). Use the newer program, or another data folder.`,
      );
  }
  await knex.migrate.latest({
    migrationSource: {
      getMigrations: async () => Object.keys(MIGRATIONS),
      getMigrationName: (name: string) => name,
      getMigration: async (name: string) => MIGRATIONS[name]!,
    },
  });
}
