import type { Knex } from 'knex';
import { ExpectedError } from '@/core/base/errors';
import type { Turn } from './db/dialects/dialect';
import { dialectOf } from './db/dialects/registry';
import { handOf, putInHand } from './db/kept';
import { finish, putOffIn, rememberIn } from './db/once';
import { shared } from './shared';

type Body = (trx: Knex) => Promise<unknown>;

/** Runs a body in a transaction of its own, all or nothing, once it is its turn. */
export async function alone(knex: Knex, body: Body, turn: Turn = 'all'): Promise<unknown> {
  const { transaction, wait } = dialectOf(knex);
  let failed: { why: unknown } | undefined;
  try {
    return await knex.transaction(async (trx) => {
      try {
        await wait(trx, turn);
        return await body(trx);
      } catch (why) {
        failed = { why };
        throw why;
      }
    }, transaction(turn));
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

interface Queue {
  waiting: Waiting[];
  busy: boolean;
  turn: Turn;
}

const queues = () => shared('together', () => new WeakMap<Knex, Map<string, Queue>>());

/**
 * Runs a body in a transaction that it shares with others that wait: what is refused before it has written anything is answered by
 * itself, and nobody is answered before all is committed. One commit, which waits for the disk, serves all (decision 29). A body
 * may be run twice, the first time for nothing; it changes drafts of documents and nothing else (`once`). Where the database has several writers, those of one document wait together.
 */
export function together(knex: Knex, body: Body, turn: Turn = 'all'): Promise<unknown> {
  let all = queues().get(knex);
  if (!all) queues().set(knex, (all = new Map()));
  const name = typeof turn === 'object' && dialectOf(knex).shared ? turn.document : '';
  let queue = all.get(name);
  if (!queue) all.set(name, (queue = { waiting: [], busy: false, turn }));
  const { waiting } = queue;
  const answer = new Promise((resolve, reject) => waiting.push({ body, resolve, reject }));
  if (!queue.busy) void work(knex, queue).then(() => all.delete(name));
  return answer;
}

async function work(knex: Knex, queue: Queue): Promise<void> {
  queue.busy = true;
  while (queue.waiting.length > 0) {
    const these = queue.waiting.splice(0, MOST_TOGETHER);
    if (these.length === 1 || !(await asOne(knex, these, queue.turn)))
      for (const { body, resolve, reject } of these)
        await alone(knex, body, queue.turn).then(resolve, reject);
  }
  queue.busy = false;
}

/** Whether all were done, or refused, in one transaction; where not, none was. */
async function asOne(knex: Knex, these: readonly Waiting[], turn: Turn): Promise<boolean> {
  const { transaction, wait } = dialectOf(knex);
  const tell: (() => void)[] = [];
  try {
    await knex.transaction(async (whole) => {
      await wait(whole, turn);
      rememberIn(whole);
      let hasWritten = false;
      whole.on('query', ({ method }: { method?: string }) => {
        if (method !== 'select' && method !== 'first' && !putOffIn(whole).finishing) hasWritten = true;
      });
      for (const { body, resolve, reject } of these) {
        hasWritten = false;
        const before = new Map(handOf(whole));
        const { times } = putOffIn(whole);
        try {
          const answer = await body(whole);
          tell.push(() => resolve(answer));
        } catch (why) {
          // A refusal is an answer; anything else, or what is half written, ends the transaction of them all.
          if (!(why instanceof ExpectedError) || hasWritten || putOffIn(whole).times > times) throw why;
          putInHand(whole, before);
          tell.push(() => reject(why));
        }
      }
      await finish(whole);
    }, transaction(turn));
  } catch {
    return false;
  }
  for (const one of tell) one();
  return true;
}
