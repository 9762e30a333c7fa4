import type { Knex } from 'knex';

/** Rows of one table, written together: under each key the last, or null where it is to be gone. */
export interface Rows<Row extends object> {
  write(trx: Knex, rows: ReadonlyMap<string, Row | null>): Promise<void>;
}

/** What transactions that several share have read, by what was asked, and what they have still to write. */
interface Remembered {
  read: Map<string, Promise<unknown>>;
  waiting: Map<Rows<object>, Map<string, object | null>>;
  /** How often something was put off. */
  putOff: number;
  finishing: boolean;
}
const remembered = new WeakMap<Knex, Remembered>();

/**
 * Has a transaction remember what is read by `once`, and put off what is written by `write`. Only for one that changes drafts
 * of documents and nothing else: who may do what, and what a document is called, is the same in all of it.
 */
export function rememberIn(trx: Knex): void {
  remembered.set(trx, { read: new Map(), waiting: new Map(), putOff: 0, finishing: false });
}

/** Reads something that a shared transaction does not change: once in it, each time in any other. */
export function once<T>(trx: Knex, asked: string, read: () => Promise<T>): Promise<T> {
  const known = remembered.get(trx)?.read;
  if (!known) return read();
  let answer = known.get(asked) as Promise<T> | undefined;
  // A query of Knex is asked each time it is waited for; a promise is not.
  if (!answer) known.set(asked, (answer = (async () => read())()));
  return answer;
}

/** Has what was read once be read again: it is another. */
export function forget(trx: Knex, asked: string): void {
  remembered.get(trx)?.read.delete(asked);
}

/** Writes rows: at once, or in a shared transaction with those of the others, before it is committed. */
export async function write<Row extends object>(
  trx: Knex,
  table: Rows<Row>,
  rows: ReadonlyMap<string, Row | null>,
): Promise<void> {
  const known = remembered.get(trx);
  if (!known) return table.write(trx, rows);
  known.putOff++;
  let waiting = known.waiting.get(table);
  if (!waiting) known.waiting.set(table, (waiting = new Map()));
  for (const [key, row] of rows) waiting.set(key, row);
}

/** A row that a shared transaction has still to write. */
export const toBeWritten = <Row extends object>(trx: Knex, table: Rows<Row>, key: string): Row | undefined =>
  (remembered.get(trx)?.waiting.get(table)?.get(key) as Row | null | undefined) ?? undefined;

/** Whether several share a transaction. */
export const isShared = (trx: Knex): boolean => remembered.has(trx);

/** How often a shared transaction has put something off, and whether it is about to write that. */
export const putOffIn = (trx: Knex): { times: number; finishing: boolean } => {
  const known = remembered.get(trx);
  return { times: known?.putOff ?? 0, finishing: known?.finishing ?? false };
};

/** Writes what was put off: before a shared transaction is committed, or what it is about to write is read. */
export async function finish(trx: Knex): Promise<void> {
  const known = remembered.get(trx);
  if (!known) return;
  known.finishing = true;
  for (const [table, rows] of known.waiting) await table.write(trx, rows);
  known.waiting.clear();
  known.finishing = false;
}
