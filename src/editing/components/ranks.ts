import { byOrder, itemsOf } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { type DraftTransaction } from '@/editing/session/draft-transaction';

export const inRank = (work: DraftTransaction, rank: string | null) =>
  itemsOf(work.own, 'component')
    .filter((component) => component.rank === rank)
    .sort(byOrder);

/** The rank of this name, made where there is none; null for an empty name. */
export function rankNamed(work: DraftTransaction, name: string): string | null {
  if (name === '') return null;
  const known = itemsOf(work.items, 'rank').find((rank) => rank.name === name);
  if (known) return known.id;
  const id = work.newId('rank');
  const last = itemsOf(work.items, 'rank').sort(byOrder).at(-1)?.order ?? null;
  work.add({ id, kind: 'rank', name, order: ordersAfter(last, 1)[0]! });
  return id;
}

interface Tidied {
  name: string;
  from: string;
  to: string;
}

/**
 * Where components would stand by their names: `list-row` after `list`, in its rank. A component joins the rank of the
 * longest other name that its own begins with, hyphen by hyphen; within a rank they stand by name.
 */
export function groupedRanks(library: OpenLibrary): Tidied[] {
  const all = itemsOf(library.items, 'component');
  const names = new Map(itemsOf(library.items, 'rank').map(({ id, name }) => [id, name]));
  const byName = new Map(all.map((component) => [component.name, component]));
  return all.flatMap((component) => {
    if (!library.own.items.has(component.id)) return [];
    const words = component.name.split('-');
    for (let length = words.length - 1; length > 0; length--) {
      const family = byName.get(words.slice(0, length).join('-'));
      if (!family || family.rank === component.rank || family.rank === null) continue;
      return [
        {
          name: component.name,
          from: names.get(component.rank ?? '') ?? '',
          to: names.get(family.rank) ?? '',
        },
      ];
    }
    return [];
  });
}
