import { accessSync, constants, mkdirSync } from 'node:fs';
import knexFactory, { type Knex } from 'knex';
import { dataFolder } from '@/files/data-folder';
import { dialectFor } from './dialects/registry';
import { StartProblem } from './problem';
import * as foundations from './migrations/0001-foundations';
import * as files from './migrations/0002-files';
import * as access from './migrations/0003-access';
import * as itemsByKind from './migrations/0004-items-by-kind';
import * as jobs from './migrations/0005-jobs';
import * as deliveries from './migrations/0006-deliveries';
import * as people from './migrations/0007-people';
import * as proposals from './migrations/0008-proposals';
import * as releaseEvents from './migrations/0009-release-events';

export { dataFolder };

const MIGRATIONS: Record<string, { up(knex: Knex): Promise<void>; down(knex: Knex): Promise<void> }> = {
  '0001-foundations': foundations,
  '0002-files': files,
  '0003-access': access,
  '0004-items-by-kind': itemsByKind,
  '0005-jobs': jobs,
  '0006-deliveries': deliveries,
  '0007-people': people,
  '0008-proposals': proposals,
  '0009-release-events': releaseEvents,
};

export { StartProblem };

/**
 * Makes a data folder where there is none.
 * @throws StartProblem where it cannot be written
 */
export function ensureFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    accessSync(folder, constants.W_OK);
  } catch {
    throw new StartProblem(
      `The data folder ${folder} cannot be written. Give it write access, or set SEEDPLAN_DATA_DIR to another.`,
    );
  }
}

/** Where the database is: `SEEDPLAN_DATABASE_URL`, else in the data folder. */
export const databaseTarget = (): string => process.env.SEEDPLAN_DATABASE_URL || dataFolder();

/**
 * Opens a database, by its address or the data folder it is in, and brings it up to date. Who holds the folder alone takes over
 * a migration that a process before it did not finish.
 * @throws StartProblem where it cannot be reached or written, or is damaged or newer than the program
 */
export async function openDatabase(target: string, { alone = false } = {}): Promise<Knex> {
  const dialect = dialectFor(target);
  await dialect.ready(target);
  const knex = knexFactory({
    client: dialect.client,
    ...dialect.config(target),
    // What keeps it from opening is told in one line, by whoever asked for it.
    log: {
      warn: (message: string) =>
        void (/^(Acquire connection|Connection Error)/.test(message) || console.warn(message)),
    },
  });
  try {
    await dialect.migrating(target, () => migrate(knex, alone || dialect.shared));
  } catch (error) {
    await knex.destroy();
    if (error instanceof StartProblem) throw error;
    if (dialect.trouble(error) === 'damaged')
      throw new StartProblem(
        `The database ${dialect.told(target)} is damaged. Put the seedplan.db of a backup in its place, and remove seedplan.db-wal and seedplan.db-shm beside it.`,
      );
    throw new StartProblem(
      `The database ${dialect.told(target)} cannot be opened: ${(error as Error).message}`,
    );
  }
  return knex;
}

async function migrate(knex: Knex, alone: boolean): Promise<void> {
  if (await knex.schema.hasTable('knex_migrations')) {
    const done: { name: string }[] = await knex('knex_migrations').select('name');
    const unknown = done.find(({ name }) => !(name in MIGRATIONS));
    if (unknown)
      throw new StartProblem(
        `The database is newer than this program (it has ${unknown.name}). Use the newer program, or another data folder.`,
      );
    if (done.length === Object.keys(MIGRATIONS).length) return;
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
