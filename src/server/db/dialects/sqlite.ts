import { chmodSync, closeSync, existsSync, mkdirSync, openSync, rmSync } from 'node:fs';
import path from 'node:path';
import { LRUCache } from 'lru-cache';
import { StartProblem } from '../problem';
import type { Dialect } from './dialect';

/** The file of a data folder; a target may also name the file itself. */
function fileOf(target: string): string {
  const given = path.resolve(/* turbopackIgnore: true */ target.replace(/^sqlite:(\/\/)?/, ''));
  return path.extname(given) === '.db' ? given : path.join(given, 'seedplan.db');
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

/** SQLite, in a file of the data folder: one process, one connection, and whoever comes second waits. */
export const sqlite: Dialect = {
  name: 'SQLite',
  client: 'better-sqlite3',
  driver: 'better-sqlite3',
  opens: (target) => target.startsWith('sqlite:') || !/^[a-z]{2,}:/i.test(target),
  told: fileOf,
  isThere: (target) => existsSync(fileOf(target)),
  async ready(target) {
    const file = fileOf(target);
    try {
      mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
      // What SQLite writes beside the database has the mode of the database.
      closeSync(openSync(file, 'a', 0o600));
      chmodSync(file, 0o600);
    } catch {
      throw new StartProblem(
        `The data folder ${path.dirname(file)} cannot be written. Give it write access, or set SEEDPLAN_DATA_DIR to another.`,
      );
    }
  },
  config: (target) => ({
    connection: { filename: fileOf(target) },
    useNullAsDefault: true,
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
  }),
  migrating: (_, run) => run(),
  shared: false,
  async clear(target) {
    for (const ending of ['', '-wal', '-shm']) rmSync(fileOf(target) + ending, { force: true });
  },
  async refuse(knex, table, event, message) {
    const name = `${table}_no_${event.toLowerCase().replace(/\W+/g, '_')}`;
    await knex.raw(
      `CREATE TRIGGER ${name} BEFORE ${event} ON ${table} BEGIN SELECT RAISE(ABORT, '${message}'); END`,
    );
  },
  async tables(knex) {
    const rows: { name: string }[] = await knex('sqlite_master')
      .where({ type: 'table' })
      .whereNot('name', 'like', 'sqlite_%')
      .orderBy('name')
      .select('name');
    return rows.map(({ name }) => name);
  },
  trouble(error) {
    const code = String((error as { code?: unknown }).code ?? '');
    if (code.startsWith('SQLITE_FULL') || code === 'ENOSPC') return 'full';
    if (code.startsWith('SQLITE_BUSY')) return 'busy';
    if (/^SQLITE_(CORRUPT|NOTADB)/.test(code)) return 'damaged';
    return undefined;
  },
  transaction: () => undefined,
  wait: async () => {},
  free: (query) => query,
};
