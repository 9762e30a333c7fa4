import type { Item, ItemKindName, ItemOf } from './item';

/** How a text names tokens: CSS by `var()`, markup and scripts by the custom property, prose also by `{path}`. */
export type TextLanguage = 'css' | 'markup' | 'script' | 'prose';

/**
 * Called with each text an item holds, where it stands in words, and its language; what it returns stands there instead.
 * Place null: the text repeats, as it was typed, what the item says already.
 */
export type VisitText = (text: string, place: string | null, language: TextLanguage) => string;

/** An item with each of its texts as `visit` gives it; the same item where none is other. */
export type ItemTexts<K extends ItemKindName = ItemKindName> = (
  item: ItemOf<K>,
  visit: VisitText,
) => ItemOf<K>;

/** `object` with some members replaced; itself where none is other. */
export function withMembers<T extends object>(object: T, members: Partial<T>): T {
  const other = (Object.keys(members) as (keyof T)[]).some((name) => members[name] !== object[name]);
  return other ? { ...object, ...members } : object;
}

/** A record with each entry as `to` gives it; itself where none is other. */
export function mapEntries<T>(record: Record<string, T>, to: (entry: T) => T): Record<string, T> {
  let made: Record<string, T> | undefined;
  for (const [id, entry] of Object.entries(record)) {
    const next = to(entry);
    if (next !== entry) (made ??= { ...record })[id] = next;
  }
  return made ?? record;
}

/** For kinds that hold no text which could name anything. */
export const noTexts = <I extends Item>(item: I): I => item;
