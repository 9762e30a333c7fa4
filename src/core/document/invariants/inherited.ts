import type { Item, Items } from '../item';
import type { ItemKinds } from '../item-kind';
import { called, capital, type Broken, type Invariant } from './invariant';

/** What several generations hold, oldest first: of each item what the youngest has. */
function joined(generations: readonly Items[], kinds: ItemKinds): Items {
  const items = new Map<string, Item>();
  for (const generation of generations)
    for (const [id, item] of generation) if (!kinds.get(item.kind)!.pinned) items.set(id, item);
  return items;
}

/**
 * A library's own items that cannot stand beside what it would inherit now, and could beside what it inherited: an item of
 * the same name has come in, or what an item stands on is gone. Generations are oldest first.
 */
export function brokenByUpgrade(
  own: Items,
  { then, now }: { then: readonly Items[]; now: readonly Items[] },
  kinds: ItemKinds,
): Broken[] {
  const [before, after] = [joined(then, kinds), joined(now, kinds)];
  const keyOf = (item: Item) => kinds.get(item.kind)!.unique(item as never);
  const come = new Map<string, Item>();
  for (const item of after.values()) {
    const key = keyOf(item);
    const stood = before.get(item.id);
    if (key !== undefined && !(stood && keyOf(stood) === key)) come.set(key, item);
  }
  const found: Broken[] = [];
  for (const item of own.values()) {
    // What overrides has the name of what it overrides.
    const key = after.has(item.id) ? undefined : keyOf(item);
    if (key !== undefined && come.has(key))
      found.push({
        item: item.id,
        message: `${capital(called(item, kinds))} is in this library, and another of that name would be inherited`,
        fix: 'Rename or remove the one in this library first',
      });
    const gone = kinds
      .get(item.kind)!
      .requires(item as never)
      .find(({ id }) => before.has(id) && !after.has(id) && !own.has(id));
    if (gone)
      found.push({
        item: item.id,
        message: `${capital(called(item, kinds))} needs ${called(before.get(gone.id)!, kinds)}, which would no longer be inherited`,
        fix: 'Upgrade the parent library from its review: what is still needed is kept then',
      });
  }
  return found;
}

/** What a library inherits leaves room for what it holds. */
export const inherited: Invariant = {
  code: 'inherited',
  holds: 'What a library comes to inherit has no name of its own items, and holds what they stand on.',
  broken: ({ after, inherited: now, inheritedBefore: then, kinds }) =>
    then === undefined ? [] : brokenByUpgrade(after, { then, now }, kinds),
};
