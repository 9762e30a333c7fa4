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
  // Of two that lie over the same items, only what lies over them can differ.
  const ids = new Set(was.base === is.base ? [...was.laid.keys(), ...is.laid.keys()] : [...before.keys(), ...after.keys()]); // prettier-ignore
  const changed: ItemChanged[] = [];
  for (const id of ids) {
    const [old, present] = [before.get(id), after.get(id)];
    if (old !== present) changed.push({ before: old, after: present });
  }
  return changed;
}
