import { layersOf } from '../base/overlay-map';
import type { Item, Items } from './item';

/** An item that is not the same in two states of a document; undefined where it is not there. */
export interface ItemChanged {
  before: Item | undefined;
  after: Item | undefined;
}

/** What differs between two states of items, by identity: an item is never changed in place. */
export function changedItems(before: Items, after: Items): ItemChanged[] {
  if (before === after) return [];
  const [was, is] = [layersOf(before), layersOf(after)];
  const changed: ItemChanged[] = [];
  const compare = (old: Item | undefined, present: Item | undefined) => {
    if (old !== present) changed.push({ before: old, after: present });
  };
  // Of two that lie over the same items, only what lies over them can differ.
  if (was.base === is.base) {
    for (const id of new Set([...was.laid.keys(), ...is.laid.keys()])) compare(before.get(id), after.get(id));
    return changed;
  }
  let gone = 0;
  for (const [id, old] of before) {
    const present = after.get(id);
    if (!present) gone++;
    compare(old, present);
  }
  if (after.size > before.size - gone)
    for (const [id, present] of after) if (!before.has(id)) compare(undefined, present);
  return changed;
}
