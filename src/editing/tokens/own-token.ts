import type { TokenItem } from '@/core/tokens/items';
import type { OpenLibrary } from '@/editing/session/open-library';

export function ownToken(
  library: OpenLibrary,
  path: string,
): { effective: TokenItem; own: TokenItem | undefined } | undefined {
  const id = library.tree.ids.get(path);
  const effective = id === undefined ? undefined : library.items.get(id);
  if (effective?.kind !== 'token') return undefined;
  const own = library.own.items.get(effective.id);
  return { effective, own: own?.kind === 'token' ? own : undefined };
}
