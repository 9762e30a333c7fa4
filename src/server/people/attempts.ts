import { LRUCache } from 'lru-cache';
import { counted } from '@/core/base/words';
import { Problem } from '../http/problem';
import { shared } from '../shared';

/** Wrong passwords that cost no wait; from there on each doubles it. */
const FREE = { address: 5, origin: 20 } as const;
const LONGEST = 300;
/** What is counted is forgotten this long after the last attempt. */
const REMEMBERED = 15 * 60_000;

interface Count {
  wrong: number;
  /** When the next attempt is let through, in milliseconds since 1970. */
  open: number;
}

const counts = () => shared('attempts', () => new LRUCache<string, Count>({ max: 20_000, ttl: REMEMBERED }));

/**
 * Counts an attempt to sign in, of an email address and of where it comes from, before the password is looked at: those that
 * come at once are counted too.
 * @throws Problem 429 with the seconds to wait
 */
export function countAttempt(email: string, origin: string, now: number): void {
  const keys = [
    ['address', email],
    ['origin', origin],
  ] as const;
  const waits = keys.map(([kind, key]) => (counts().get(`${kind} ${key}`)?.open ?? 0) - now);
  const wait = Math.ceil(Math.max(...waits) / 1000);
  if (wait > 0)
    throw new Problem(
      429,
      'wait',
      'Too many attempts',
      `Too many wrong passwords. Try again in ${counted(wait, 'second')}.`,
      { retryAfter: wait },
    );
  for (const [kind, key] of keys) {
    if (key === '') continue;
    const wrong = (counts().get(`${kind} ${key}`)?.wrong ?? 0) + 1;
    const over = wrong - FREE[kind];
    const seconds = over < 0 ? 0 : Math.min(LONGEST, 2 ** over);
    counts().set(`${kind} ${key}`, { wrong, open: seconds === 0 ? 0 : now + seconds * 1000 });
  }
}

/** Takes back what was counted of an attempt that was right: all of the address, one of where it came from. */
export function attemptWasRight(email: string, origin: string): void {
  counts().delete(`address ${email}`);
  const count = counts().get(`origin ${origin}`);
  if (count) counts().set(`origin ${origin}`, { wrong: count.wrong - 1, open: 0 });
}
