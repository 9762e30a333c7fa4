import type { Item, Items } from './item';

/** An item that is not the same in two states of a document; undefined where it is not there. */
export interface ItemChanged {
  before: Item | undefined;
  after: Item | undefined;
}

/** What differs between two states of items, by identity: an item is never changed in place. */
export function changedItems(before: Items, after: Items): ItemChanged[] {
  if (before === after) return [];
  const changed: ItemChanged[] = [];
  for (const [id, item] of after) {
    const was = before.get(id);
    if (was !== item) changed.push({ before: was, after: item });
  }
  // As many as came in place of others went; only where there are fewer now are those looked for.
  if (after.size - changed.filter((one) => !one.before).length < before.size)
    for (const [id, item] of before) if (!after.has(id)) changed.push({ before: item, after: undefined });
  return changed;
}
