import { reachText } from '@/core/library/reach';
import type { LedgerEntry } from '@/core/releases/ledger';
import type { OpenLibrary } from '@/editing/session/open-library';
import { whereIs, type Where } from '@/editing/session/where';

/** A change with where it is seen, and with the page of what changed. */
export interface ToldEntry extends LedgerEntry {
  reachText: string;
  reached: Where[];
  href: string | null;
  authors: string[];
}

export function toldEntry(library: OpenLibrary, entry: LedgerEntry): Omit<ToldEntry, 'authors'> {
  const index = library.reach();
  const reached = index.reached(entry.item);
  const here = whereIs(library, entry.item);
  return {
    ...entry,
    reachText: reachText(index, reached.keys()),
    reached: [...reached.keys()]
      .flatMap((id) => whereIs(library, id) ?? [])
      .filter((where) => where.kind !== 'placement'),
    href: here && library.items.has(entry.item) ? here.href : null,
  };
}
