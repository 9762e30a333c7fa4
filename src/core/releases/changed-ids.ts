import type { ItemChanged } from '../document/changed';
import { equal } from '../document/edits';
import type { Item, ItemKindName, Items } from '../document/item';
import { kindOf } from '../kinds/registry';
import { libraryTree } from '../tokens/token-tree';

/** Which items are not as they were in a release. */
export interface ChangedIds {
  since: Items;
  ids: ReadonlySet<string>;
  /** Whether items are among them that others follow from, so that more may have changed than they alone. */
  spreads: boolean;
}

/** What an item of these kinds says, others take over: tokens from their groups, all from layers and contexts. */
const SPREADING: ReadonlySet<ItemKindName> = new Set(['group', 'axis', 'context', 'layer']);

/**
 * What differs between a release and a draft, other than by what follows from it; tokens also where they have another path.
 * @param before what is known of items that differ in `changed` alone, and none of them in name or place
 */
export function changedIds(
  since: Items,
  items: Items,
  before?: { known: ChangedIds; changed: readonly ItemChanged[] },
): ChangedIds {
  const isOther = (id: string) => !equal(finished(since.get(id)), finished(items.get(id)));
  const [was, now] = [libraryTree(since), libraryTree(items)];
  const isMoved = (id: string) =>
    now.paths.has(id) && was.paths.has(id) && now.paths.get(id) !== was.paths.get(id);
  const ids = new Set(before?.known.ids);
  const look = (id: string) => (isOther(id) || isMoved(id) ? ids.add(id) : ids.delete(id));
  if (before) for (const change of before.changed) look((change.after ?? change.before)!.id);
  else for (const id of new Set([...since.keys(), ...items.keys()])) look(id);
  const spreads = (id: string) => SPREADING.has((items.get(id) ?? since.get(id))!.kind);
  return { since, ids, spreads: [...ids].some(spreads) };
}

/** Undefined for what is kept out of releases. */
const finished = (item: Item | undefined): Item | undefined =>
  item && kindOf(item).released(item) ? item : undefined;
