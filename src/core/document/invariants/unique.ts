import type { Item } from '../item';
import { allStanding, called, changedItems, type Broken, type Invariant } from './invariant';

/** What is addressed by a name is the only one of that name where it stands. */
export const unique: Invariant = {
  code: 'unique',
  holds: 'No two siblings have one name, and of what there can be one there is one.',
  broken(transition) {
    const { kinds, before } = transition;
    const keyOf = (item: Item) => kinds.get(item.kind)!.unique(item as never);
    const fresh = new Map<string, Item>();
    const found: Broken[] = [];
    const twice = (item: Item, other: Item) =>
      found.push({
        item: item.id,
        message: `There is ${called(other, kinds)} there already`,
        fix: 'Choose another name, or reload the page to see what is there',
      });
    for (const item of changedItems(transition)) {
      const key = keyOf(item);
      const stood = before.get(item.id);
      if (key === undefined || (stood && keyOf(stood) === key)) continue;
      const other = fresh.get(key);
      if (other) twice(item, other);
      else fresh.set(key, item);
    }
    if (fresh.size === 0) return found;
    for (const other of allStanding(transition)) {
      const key = keyOf(other);
      const item = key === undefined ? undefined : fresh.get(key);
      if (item && item.id !== other.id && !found.some((one) => one.item === other.id)) twice(item, other);
    }
    return found;
  },
};
