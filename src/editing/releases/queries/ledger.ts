import { unmetNeeds, type Unmet } from '@/core/releases/closure';
import { bumpOf, composeRelease } from '@/core/releases/ledger';
import { releaseNotes } from '@/core/releases/notes';
import type { Bump } from '@/core/document/impact';
import { nextCandidate, nextVersion } from '@/core/releases/version';
import type { OpenLibrary } from '@/editing/session/open-library';
import { users, type UsersView } from '@/editing/session/queries/users';
import { toldEntry, type ToldEntry } from '@/editing/releases/told-entry';

/** Of the products that use it those that have it pinned themselves would be told. */
interface LedgerView extends UsersView {
  entries: (ToldEntry & { in: boolean })[];
  last: string | null;
  version: string;
  /** The version it would have as a release to try. */
  candidate: string;
  bump: Bump;
  /** What a release could not do without; `include` names a component that is only kept internal. */
  unmet: (Unmet & { include: string | null })[];
  notes: string;
  sequence: number;
  canRelease: boolean;
}

/** The change ledger: everything since the last release, and what a release of the chosen part of it would be. */
export function ledger(library: OpenLibrary, { leftOut }: { leftOut: string[] }): LedgerView {
  const out = new Set(leftOut);
  const all = library.ledger();
  const chosen = all.filter((entry) => !out.has(entry.item));
  const bump = bumpOf(chosen);
  const { snapshot, surroundings } = library;
  const last = snapshot.last?.version;
  const version = nextVersion(last, bump);
  const release = composeRelease(surroundings.lastOwn(), library.own.items, out);
  return {
    entries: all.map((entry) => ({
      ...toldEntry(library, entry),
      in: !out.has(entry.item),
      authors: authorsOf(library, entry.item),
    })),
    last: last ?? null,
    version,
    candidate: nextCandidate(
      version,
      snapshot.versions.map((one) => one.version),
    ),
    bump,
    unmet: unmetNeeds(release, library.own.items).map((unmet) => {
      const needed = library.own.items.get(unmet.needs);
      const isInternal = needed?.kind === 'component' && needed.visibility === 'internal';
      return { ...unmet, include: isInternal ? needed.name : null };
    }),
    notes: releaseNotes(
      version,
      chosen.flatMap((entry) => entry.changes),
    ),
    sequence: library.sequence,
    canRelease: library.canEdit && chosen.length > 0,
    ...users(library),
  };
}

/** Who touched an item since the last release, as far as the log that was sent goes. */
function authorsOf(library: OpenLibrary, item: string): string[] {
  const { last, versions } = library.snapshot;
  const since = versions.find(({ version }) => version === last?.version)?.at ?? '';
  const names = library
    .history()
    .filter((entry) => entry.at > since && entry.edits.some((edit) => edit.item === item))
    .map((entry) => library.personName(entry.author));
  return [...new Set(names)];
}
