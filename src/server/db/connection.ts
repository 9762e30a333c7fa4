import { ExpectedError } from '@/core/base/errors';
import { accessSync, chmodSync, closeSync, constants, mkdirSync, openSync } from 'node:fs';
import path from 'node:path';
import { LRUCache } from 'lru-cache';
import knexFactory, { type Knex } from 'knex';
import * as foundations from './migrations/0001-foundations';
import * as files from './migrations/0002-files';
import * as access from './migrations/0003-access';
import * as itemsByKind from './migrations/0004-items-by-kind';
import * as jobs from './migrations/0005-jobs';
import * as deliveries from './migrations/0006-deliveries';
import * as people from './migrations/0007-people';

export { dataFolder } from '@/files/data-folder';

const MIGRATIONS: Record<string, { up(knex: Knex): Promise<void>; down(knex: Knex): Promise<void> }> = {
  '0001-foundations': foundations,
  '0002-files': files,
  '0003-access': access,
  '0004-items-by-kind': itemsByKind,
  '0005-jobs': jobs,
  '0006-deliveries': deliveries,
  '0007-people': people,
};

/** Something about where the program runs that keeps it from starting, in one line for the person who started it. */
export class StartProblem extends ExpectedError {
  override readonly name = 'StartProblem';
}

/**
 * Makes a data folder where there is none.
 * @throws StartProblem where it cannot be written
 */
export function ensureFolder(folder: string): void {
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
}

/**
 * Opens the database of a data folder and brings it up to date. Who holds the folder alone takes over a migration that a
 * process before it did not finish.
 * @throws StartProblem where the folder cannot be written, or the database is damaged or newer than the program
 */
export async function openDatabase(folder: string, { alone = false } = {}): Promise<Knex> {
  ensureFolder(folder);
  const knex = knexFactory({
    client: 'better-sqlite3',
    connection: { filename: path.join(folder, 'seedplan.db') },
    useNullAsDefault: true,
    // What keeps it from opening is told in one line, by whoever asked for it.
    log: { warn: (message: string) => void (/^Acquire connection/.test(message) || console.warn(message)) },
    // SQLite has one writer: one connection, and whoever comes second waits.
    pool: {
      min: 1,
      max: 1,
      afterCreate(
        connection: { pragma(text: string): void; prepare(sql: string): unknown },
        done: (error: Error | null, connection: unknown) => void,
      ) {
        connection.pragma('journal_mode = WAL');
        connection.pragma('foreign_keys = ON');
        connection.pragma('busy_timeout = 5000');
        connection.pragma('synchronous = FULL');
        keepStatements(connection);
        done(null, connection);
      },
    },
  });
  try {
    await migrate(knex, alone);
  } catch (error) {
    await knex.destroy();
    if (error instanceof StartProblem) throw error;
    if (isDamage(error))
      throw new StartProblem(
        `The database ${path.join(folder, 'seedplan.db')} is damaged. Put the seedplan.db of a backup in its place, and remove seedplan.db-wal and seedplan.db-shm beside it.`,
      );
    throw new StartProblem(`The database in ${folder} cannot be opened: ${(error as Error).message}`);
  }
  return knex;
}

/** As many statements as are kept prepared. */
const MOST_STATEMENTS = 300;

/** Prepares a statement once: Knex prepares it for each query, a fifth of what an edit costs. */
function keepStatements(connection: { prepare(sql: string): unknown }): void {
  const statements = new LRUCache<string, object>({ max: MOST_STATEMENTS });
  const prepare = connection.prepare.bind(connection);
  connection.prepare = (sql) => {
    // What changes tables changes what a statement that was prepared before answers.
    if (/^\s*(alter|create|drop)/i.test(sql)) statements.clear();
    const statement = statements.get(sql) ?? (prepare(sql) as object);
    statements.set(sql, statement);
    return statement;
  };
}

/** What SQLite says of a file that is no database, or one with a hole in it. */
export const isDamage = (error: unknown): boolean =>
  /^SQLITE_(CORRUPT|NOTADB)/.test((error as { code?: string }).code ?? '');

async function migrate(knex: Knex, alone: boolean): Promise<void> {
  if (await knex.schema.hasTable('knex_migrations')) {
    const done: { name: string }[] = await knex('knex_migrations').select('name');
    const unknown = done.find(({ name }) => !(name in MIGRATIONS));
    if (unknown)
      throw new StartProblem(
        `The database is newer than this program (it has ${unknown.name}). Use the newer program, or another data folder.`,
      );
  }
  if (alone && (await knex.schema.hasTable('knex_migrations_lock')))
    await knex('knex_migrations_lock').update({ is_locked: 0 });
  await knex.migrate.latest({
    migrationSource: {
      getMigrations: async () => Object.keys(MIGRATIONS),
      getMigrationName: (name: string) => name,
      getMigration: async (name: string) => MIGRATIONS[name]!,
    },
  });
}
