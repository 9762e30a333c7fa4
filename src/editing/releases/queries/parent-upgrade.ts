import { bumpOf } from '@/core/releases/ledger';
import type { Bump } from '@/core/document/impact';
import type { Item, Items } from '@/core/document/item';
import { kindOf } from '@/core/kinds/registry';
import { libraryTree } from '@/core/tokens/token-tree';
import { toldEntry, type ToldEntry } from '@/editing/releases/told-entry';
import { upgraded } from '@/editing/releases/upgraded';
import type { OpenLibrary } from '@/editing/session/open-library';
import { whereIs } from '@/editing/session/where';

/** One item as a review names it: the token `space.4`. */
interface Named {
  id: string;
  kind: string;
  title: string;
  href: string | null;
}

type ParentUpgradeView =
  | { problem: string }
  | {
      parent: string;
      slug: string;
      from: string;
      to: string;
      /** What the library is inherited to be other than now, the gravest first. */
      entries: ToldEntry[];
      bump: Bump;
      /** Overrides of what would no longer be inherited. */
      released: Named[];
      /** What the library keeps as its own, for its own items stand on it. */
      kept: Named[];
      /** What stands in the way. */
      broken: { message: string; fix: string; title: string; href: string | null }[];
      notes: { version: string; at: string; notes: string }[];
      canTake: boolean;
    };

/** What another release of its parent would change in a library. Null while that release is being read. */
export function parentUpgrade(
  library: OpenLibrary,
  { version }: { version: string },
): ParentUpgradeView | null {
  const { parent } = library.snapshot;
  if (!parent) return { problem: 'This library inherits from no library that you may see.' };
  const read = library.surroundings.parents?.get(version);
  if (!read) {
    library.surroundings.wantParent?.(version);
    return null;
  }
  if ('problem' in read) return read;
  const found = upgraded(library, version);
  if (!found) return { problem: 'This library inherits from no library.' };
  const { upgrade, entries } = found;
  const named = (item: Item, items: Items): Named => ({
    id: item.id,
    kind: kindOf(item).words[0],
    title: libraryTree(items).paths.get(item.id) ?? kindOf(item).title(item),
    href: whereIs(library, item.id)?.href ?? null,
  });
  return {
    parent: parent.name,
    slug: parent.slug,
    from: parent.version,
    to: version,
    entries: entries.map((entry) => ({ ...toldEntry(library, entry), authors: [] })),
    bump: bumpOf(entries),
    released: upgrade.released.map((item) => named(item, library.items)),
    kept: upgrade.kept.map((item) => named(item, library.items)),
    broken: upgrade.broken.map(({ item, message, fix }) => ({
      message,
      fix,
      title: whereIs(library, item)?.title ?? '',
      href: whereIs(library, item)?.href ?? null,
    })),
    notes: read.notes,
    canTake: library.canEdit,
  };
}
