import { layersOf } from '../base/overlay-map';

/**
 * What a document is made of, and nothing of what the kinds of item are: a subject says of its kinds what they hold by
 * adding to `ItemTypes`, and `kinds/` gives what edits have to know of them. Ids are opaque and given by the caller: core
 * has no randomness. Collections inside an item are records by entry id; an entry's `order` (a fractional index, compared
 * as text) says where it stands, so that moving one entry touches nothing else.
 */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- each subject adds its own
export interface ItemTypes {}
export type ItemKindName = keyof ItemTypes;
export type ItemOf<K extends ItemKindName> = ItemTypes[K];
export type Item = ItemTypes[ItemKindName];

/** The id wins where it is known; the path is what is shown and written. */
export interface Reference {
  id?: string;
  path: string;
}

export interface ItemBase {
  id: string;
}
export interface OrderedItem extends ItemBase {
  order: string;
}

export type Items = ReadonlyMap<string, Item>;

/** A library's draft or a product: a plain value made of items. */
export interface Document {
  id: string;
  kind: 'library' | 'product';
  items: Items;
}

export function itemsOf<K extends ItemKindName>(items: Items, kind: K): ItemOf<K>[] {
  const { base, laid } = layersOf(items);
  // What others lie over does not change any more: it is gone through once.
  if (items === base) return all(items, kind);
  let kinds = byKind.get(base);
  if (!kinds) byKind.set(base, (kinds = new Map()));
  let known = kinds.get(kind);
  if (!known) kinds.set(kind, (known = all(base, kind)));
  for (const [id, item] of laid)
    if (item?.kind === kind || base.get(id)?.kind === kind) return all(items, kind);
  return [...known] as ItemOf<K>[];
}

const byKind = new WeakMap<Items, Map<ItemKindName, Item[]>>();

function all<K extends ItemKindName>(items: Items, kind: K): ItemOf<K>[] {
  const found: ItemOf<K>[] = [];
  for (const item of items.values()) if (item.kind === kind) found.push(item as ItemOf<K>);
  return found;
}

export function byOrder(a: { order: string }, b: { order: string }): number {
  return a.order < b.order ? -1 : a.order > b.order ? 1 : 0;
}

export function ordered<T extends { order: string }>(entries: Record<string, T>): (T & { id: string })[] {
  return Object.entries(entries)
    .map(([id, entry]) => ({ ...entry, id }))
    .sort((a, b) => byOrder(a, b) || (a.id < b.id ? -1 : 1));
}
