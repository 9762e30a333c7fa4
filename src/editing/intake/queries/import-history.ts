import { counted } from '@/core/base/words';
import { ITEM_KINDS } from '@/core/kinds/registry';
import type { Item } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';

interface PastImport {
  label: string;
  author: string;
  /** ISO 8601 */
  at: string;
  /** How many new items of each kind, and changes, in words, most first. */
  counts: string[];
}

/** The imports a library came from, newest first, as far as the log that was sent goes. */
export function importHistory(library: OpenLibrary): PastImport[] {
  return library
    .history()
    .filter(({ label }) => /^Import /.test(label))
    .map(({ label, author, at, edits }) => {
      const counts = new Map<string, number>();
      for (const edit of edits) {
        const kind = edit.kind === 'add' ? (edit.after as Item).kind : 'change';
        counts.set(kind, (counts.get(kind) ?? 0) + 1);
      }
      return {
        label,
        author: library.personName(author),
        at,
        counts: [...counts]
          .sort((a, b) => b[1] - a[1])
          .map(([kind, count]) =>
            counted(count, ...(ITEM_KINDS.get(kind)?.words ?? (['change', 'changes'] as const))),
          ),
      };
    })
    .reverse();
}
