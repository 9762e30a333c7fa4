import type { Knex } from 'knex';
import { ExpectedError } from '@/core/base/errors';
import { handOf, putInHand } from './db/kept';
import { shared } from './shared';

type Body = (trx: Knex) => Promise<unknown>;

/** Runs a body in a transaction of its own, all or nothing. */
export async function alone(knex: Knex, body: Body): Promise<unknown> {
  let failed: { why: unknown } | undefined;
  try {
    return await knex.transaction(async (trx) => {
      try {
        return await body(trx);
      } catch (why) {
        failed = { why };
        throw why;
      }
    });
  } catch (error) {
    // Where the disk is full SQLite ends a transaction by itself: taking it back then fails too, and would hide why.
    throw failed ? failed.why : error;
  }
}

interface Waiting {
  body: Body;
  resolve(answer: unknown): void;
  reject(why: unknown): void;
}

/** As many share a transaction: whoever only reads waits for all of them. */
const MOST_TOGETHER = 50;

const queues = () => shared('together', () => new WeakMap<Knex, { waiting: Waiting[]; busy: boolean }>());

/**
 * Runs a body in a transaction that it shares with others that wait, each within a savepoint of its own: what is refused is taken
 * back by itself, and nobody is answered before all is committed. One commit, which waits for the disk, serves all (decision 29).
 * A body may be run twice, the first time for nothing.
 */
export function together(knex: Knex, body: Body): Promise<unknown> {
  let queue = queues().get(knex);
  if (!queue) queues().set(knex, (queue = { waiting: [], busy: false }));
  const { waiting } = queue;
  const answer = new Promise((resolve, reject) => waiting.push({ body, resolve, reject }));
  if (!queue.busy) void work(knex, queue);
  return answer;
}

async function work(knex: Knex, queue: { waiting: Waiting[]; busy: boolean }): Promise<void> {
  queue.busy = true;
  while (queue.waiting.length > 0) {
    const these = queue.waiting.splice(0, MOST_TOGETHER);
    if (these.length === 1 || !(await asOne(knex, these)))
      for (const { body, resolve, reject } of these) await alone(knex, body).then(resolve, reject);
  }
  queue.busy = false;
}

/** Whether all were done, or refused, in one transaction; where not, none was. */
async function asOne(knex: Knex, these: readonly Waiting[]): Promise<boolean> {
  const tell: (() => void)[] = [];
  try {
    await knex.transaction(async (whole) => {
      for (const { body, resolve, reject } of these) {
        const before = new Map(handOf(whole));
        await whole.raw('SAVEPOINT one');
        try {
          const answer = await body(whole);
          tell.push(() => resolve(answer));
        } catch (why) {
          // A refusal is an answer; anything else may have ended the transaction of them all.
          if (!(why instanceof ExpectedError)) throw why;
          await whole.raw('ROLLBACK TO one');
          putInHand(whole, before);
          tell.push(() => reject(why));
        }
        await whole.raw('RELEASE one');
      }
    });
  } catch {
    return false;
  }
  for (const one of tell) one();
  return true;
}
