import { itemsOf } from '@/core/document/item';
import type { BlockContent, GuideBlockKind, GuideItem } from '@/core/guides/block';
import { GUIDE_BLOCKS } from '@/core/guides/blocks/registry';
import type { OpenLibrary } from '@/editing/session/open-library';

export function ownGuide(library: OpenLibrary, name: string): GuideItem | undefined {
  return itemsOf(library.own.items, 'guide').find((guide) => guide.name === name);
}

/** What a form or a guide file says of a block: its kind, and its fields by name. */
export interface NewBlock {
  kind: GuideBlockKind;
  fields: Record<string, string>;
}

/** A block as its fields say; undefined where one that is needed is missing. */
export const contentOf = (library: OpenLibrary, { kind, fields }: NewBlock): BlockContent | undefined =>
  GUIDE_BLOCKS.get(kind)?.parse(fields, (path, of) => ({
    path,
    id:
      of === 'group'
        ? library.tree.ids.get(path)
        : itemsOf(library.items, 'component').find((other) => other.name === path)?.id,
  }));
