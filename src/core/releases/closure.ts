import type { Item, Items } from '../document/item';
import { kindOf } from '../kinds/registry';
import { usesOf } from '../library/reach';
import { libraryTree } from '../tokens/token-tree';

/** Something in a release needs something that is left out. */
export interface Unmet {
  item: string;
  needs: string;
  message: string;
}

/** Every need of the release's items that the draft meets and the release would not. */
export function unmetNeeds(release: Items, draft: Items): Unmet[] {
  const names = libraryTree(draft).paths;
  const oldNames = libraryTree(release).paths;
  const title = (id: string) => {
    const item = draft.get(id) ?? release.get(id);
    const name = names.get(id) ?? oldNames.get(id) ?? (item ? kindOf(item).title(item) : id);
    return item ? `the ${kindOf(item).words[0]} ${name}` : name;
  };
  const unmet: Unmet[] = [];
  for (const item of release.values()) {
    for (const need of new Set(needsOf(item, draft))) {
      if (release.has(need) || !draft.has(need)) continue;
      unmet.push({
        item: item.id,
        needs: need,
        message: capital(`${title(item.id)} needs ${title(need)}, which is excluded from the release`),
      });
    }
  }
  return unmet;
}

const capital = (words: string) => words[0]!.toUpperCase() + words.slice(1);

/** Ids of the items without which this one cannot stand. */
function needsOf(item: Item, draft: Items): string[] {
  const kind = kindOf(item);
  return [
    ...usesOf(item, draft).flatMap(({ to }) => (to.id === undefined ? [] : [to.id])),
    ...kind.requires(item).map(({ id }) => id),
  ];
}
