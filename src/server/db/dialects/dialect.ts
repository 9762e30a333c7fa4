import type { Knex } from 'knex';

/**
 * What a transaction is for. Whoever changes something waits for whoever changes the same: one document, or anything else,
 * which waits for all. Who reads sees one moment and waits for nobody; `own` takes rows that nobody else holds.
 */
export type Turn = 'all' | { document: string } | 'read' | 'own';

/** Why a database did not do what it was asked, where that is not the program's fault; `character`: a text has one it cannot hold. */
export type Trouble = 'full' | 'busy' | 'damaged' | 'gone' | 'character';

/** What the program needs to know of one kind of database. Nothing outside this folder knows which it runs on. */
export interface Dialect {
  name: string;
  client: Knex.Config['client'];
  /** What Knex calls its driver: a name, for the routes of Next have classes of their own. */
  driver: string;
  /** Whether a target (a data folder, an address) is one of its databases. */
  opens(target: string): boolean;
  /** The target as it may be told: without a password. */
  told(target: string): string;
  /** Whether there is something to be opened, as far as is known without opening it. */
  isThere(target: string): boolean;
  /** Gets ready what has to be there before the first connection. @throws StartProblem */
  ready(target: string): Promise<void>;
  config(target: string): Knex.Config;
  /** Has one process at a time bring a database up to date. */
  migrating(target: string, run: () => Promise<void>): Promise<void>;
  /** Whether several processes may use one database at once. */
  shared: boolean;
  /** Removes all that is stored. */
  clear(target: string): Promise<void>;
  /** Has the database itself refuse an event (`UPDATE`, `DELETE`, `UPDATE OF a, b`) on a table's rows. */
  refuse(knex: Knex, table: string, event: string, message: string): Promise<void>;
  /** The names of all tables. */
  tables(knex: Knex): Promise<string[]>;
  trouble(error: unknown): Trouble | undefined;
  transaction(turn: Turn): Knex.TransactionConfig | undefined;
  /** Waits, as the first thing in a transaction, for whoever else is at it. */
  wait(trx: Knex, turn: Turn): Promise<void>;
  /** Leaves out rows that another transaction holds. */
  free<Q extends Knex.QueryBuilder>(query: Q): Q;
  /** Hears what other processes tell by `tell`, each message of at most 7,000 bytes, until it is ended; none where there are none. */
  listen?(target: string, hear: Hearing): Promise<() => Promise<void>>;
  tell?(knex: Knex, message: string): Promise<void>;
}

export interface Hearing {
  heard(message: string): void;
  /** Something may have been missed: the connection was lost, and is there again. */
  missed(): void;
}
