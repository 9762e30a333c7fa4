import { effectiveLibrary, type Generation } from '@/core/library/effective';
import { ledgerOf, type LedgerEntry, type LibraryState } from '@/core/releases/ledger';
import { parentUpgrade, type ParentUpgrade } from '@/core/releases/parent-upgrade';
import { Resolution } from '@/core/tokens/resolve';
import type { OpenLibrary } from '@/editing/session/open-library';

interface Upgraded {
  upgrade: ParentUpgrade;
  /** The library as it would be. */
  state: LibraryState;
  /** What of it would be other than it is. */
  entries: LedgerEntry[];
}

const known = new WeakMap<OpenLibrary, Map<string, Upgraded | undefined>>();

/** A library as it would be with another release of its parent; undefined while that is not read, or where it has none. */
export function upgraded(library: OpenLibrary, version: string): Upgraded | undefined {
  const read = library.surroundings.parents?.get(version);
  if (!read || 'problem' in read) return undefined;
  let versions = known.get(library);
  if (!versions) known.set(library, (versions = new Map()));
  if (!versions.has(version)) versions.set(version, workOut(library, version, read.ancestors));
  return versions.get(version);
}

function workOut(library: OpenLibrary, version: string, now: readonly Generation[]): Upgraded | undefined {
  const { ancestors: then, snapshot } = library.surroundings;
  const upgrade = parentUpgrade(library.own.items, version, then, now);
  if (!upgrade) return undefined;
  const effective = effectiveLibrary([
    ...now,
    { name: snapshot.document.name, version: 'draft', items: upgrade.own },
  ]);
  const state = { items: effective.authored, resolution: new Resolution(effective.system) };
  const before = { items: library.effective.authored, resolution: library.resolution };
  return { upgrade, state, entries: ledgerOf(before, state).filter(({ kind }) => kind !== 'parent') };
}
