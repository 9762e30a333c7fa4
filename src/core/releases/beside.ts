import { equal } from '../document/edits';
import type { Item, Items } from '../document/item';

/** A release as it is told to one who has the draft: what is other in it, and what of the draft is not in it. */
export interface ReleaseBeside {
  others: Item[];
  without: string[];
}

export const releaseBeside = (draft: Items, release: Items): ReleaseBeside => ({
  others: [...release.values()].filter((item) => !equal(item, draft.get(item.id))),
  without: [...draft.keys()].filter((id) => !release.has(id)),
});

/** The release's items again, those that are the same being the very items of the draft. */
export function releaseFrom(draft: readonly Item[], { others, without }: ReleaseBeside): Item[] {
  const other = new Map(others.map((item) => [item.id, item]));
  const gone = new Set(without);
  const items = draft.flatMap((item) => {
    if (gone.has(item.id)) return [];
    const found = other.get(item.id) ?? item;
    other.delete(item.id);
    return [found];
  });
  return [...items, ...other.values()];
}
