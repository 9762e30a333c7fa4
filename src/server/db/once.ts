import type { Knex } from 'knex';

/** What transactions that several share have read, by what was asked, and what they have still to write. */
interface Remembered {
  read: Map<string, Promise<unknown>>;
  last: Map<string, () => Promise<unknown>>;
}
const remembered = new WeakMap<Knex, Remembered>();

/**
 * Has a transaction remember what is read by `once`, and put off what is written by `lastly`. Only for one that changes drafts
 * of documents and nothing else: who may do what, and what a document is called, is the same in all of it.
 */
export function rememberIn(trx: Knex): void {
  remembered.set(trx, { read: new Map(), last: new Map() });
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

/** Writes what a later write of the same `what` replaces: in a shared transaction the last of them, before it is committed. */
export async function lastly(trx: Knex, what: string, write: () => Promise<unknown>): Promise<void> {
  const waiting = remembered.get(trx)?.last;
  if (waiting) waiting.set(what, write);
  else await write();
}

/** Writes what was put off. */
export async function finish(trx: Knex): Promise<void> {
  for (const write of remembered.get(trx)?.last.values() ?? []) await write();
}
