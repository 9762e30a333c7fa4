import { itemsOf } from '@/core/document/item';
import type { GuideItem } from '@/core/guides/block';
import type { OpenLibrary } from '@/editing/session/open-library';

export function ownGuide(library: OpenLibrary, name: string): GuideItem | undefined {
  return itemsOf(library.own.items, 'guide').find((guide) => guide.name === name);
}
