import { itemsOf } from '@/core/document/item';
import type { PairingItem } from '@/core/tokens/items';
import { pathOf } from '@/core/tokens/token-tree';
import type { OpenLibrary } from '@/editing/session/open-library';

export const find = (library: OpenLibrary, text: string, surface: string): PairingItem | undefined =>
  itemsOf(library.items, 'pairing').find(
    (item) => pathOf(item.text, library.items) === text && pathOf(item.surface, library.items) === surface,
  );
