import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';

/** An order key between two others; null: before the first, after the last. */
export function orderBetween(before: string | null, after: string | null): string {
  return generateKeyBetween(before, after);
}

/** `count` order keys after `last`, ascending. */
export function ordersAfter(last: string | null, count: number): string[] {
  return generateNKeysBetween(last, null, count);
}
