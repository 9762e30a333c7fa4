import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';

/** An order key between two others; null: before the first, after the last. */
export function orderBetween(before: string | null, after: string | null): string {
  return generateKeyBetween(before, after);
}

/**
 * The order key of what is put at `place` (from 0) among others, of which `orders` ascend. Two people who add at the same
 * time give the same key, between which there is none: those that follow then get new ones, `moved` by their place.
 */
export function placeAmong(
  orders: readonly string[],
  place: number,
): { order: string; moved: ReadonlyMap<number, string> } {
  const before = orders[place - 1] ?? null;
  const free = orders.findIndex((order, at) => at >= place && (before === null || order > before));
  const end = free === -1 ? orders.length : free;
  const [order, ...rest] = generateNKeysBetween(before, orders[end] ?? null, end - place + 1);
  return { order: order!, moved: new Map(rest.map((key, i) => [place + i, key])) };
}

/** `count` order keys after `last`, ascending. */
export function ordersAfter(last: string | null, count: number): string[] {
  return generateNKeysBetween(last, null, count);
}
