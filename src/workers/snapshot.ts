import type { AnswerOf } from '@/api/operations';
import { releaseFrom, type ReleaseBeside } from '@/core/releases/beside';
import type { LibrarySnapshot } from '@/editing/session/open-library';

/** What was sent of a library, with its last release whole. */
export function snapshotFrom({ last, ...sent }: AnswerOf<'libraries.open'>): LibrarySnapshot {
  const { items, ancestors } = sent as Pick<LibrarySnapshot, 'items' | 'ancestors'>;
  return {
    ...(sent as Omit<LibrarySnapshot, 'last'>),
    last: last && {
      version: last.version,
      items: releaseFrom(items, last as ReleaseBeside),
      ancestors: (last.ancestors as LibrarySnapshot['ancestors'] | null) ?? ancestors,
    },
  };
}
