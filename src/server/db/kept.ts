import { LRUCache } from 'lru-cache';
import type { Knex } from 'knex';
import type { Document, Items } from '@/core/document/item';
import { shared } from '../shared';

/** Items held in memory between requests, of drafts and of releases each. */
const MOST_ITEMS = 150_000;

/** What has been read of a database and is the same until something is committed. */
interface Kept {
  /** Drafts as they stand, by id; of use while the sequence holds. */
  drafts: LRUCache<string, { sequence: number; document: Document }>;
  /** What releases hold, by id: it never changes. */
  releases: LRUCache<string, Items>;
}

/** Drafts as a transaction has left them, by id: nobody else's until it is committed. */
type Hand = Map<string, { sequence: number; document: Document }>;

const hands = new WeakMap<Knex, Hand>();

export function handOf(trx: Knex): Hand {
  let hand = hands.get(trx);
  if (!hand) hands.set(trx, (hand = new Map()));
  return hand;
}

/** Puts back what a transaction had in hand before something of it was taken back. */
export function putInHand(trx: Knex, hand: Hand): void {
  hands.set(trx, hand);
}

/** One for each database: a transaction has the configuration of the connection it was begun on. */
export function keptOf(trx: Knex): Kept {
  const all = shared('kept', () => new WeakMap<object, Kept>());
  const { config } = trx.client as { config: object };
  let kept = all.get(config);
  if (!kept) {
    kept = {
      drafts: new LRUCache({
        maxSize: MOST_ITEMS,
        sizeCalculation: ({ document }) => document.items.size + 1,
      }),
      releases: new LRUCache({ maxSize: MOST_ITEMS, sizeCalculation: (items) => items.size + 1 }),
    };
    all.set(config, kept);
  }
  return kept;
}
