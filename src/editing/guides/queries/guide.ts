import { itemsOf, ordered } from '@/core/document/item';
import type { ShownBlock } from '@/core/guides/block';
import { GUIDE_BLOCKS } from '@/core/guides/blocks/registry';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';

/** A block as it is shown now, with what is stored of it where it can be changed in place. */
export type BlockView = { id: string; order: string } & ShownBlock;

export interface GuideView {
  id: string;
  name: string;
  title: string;
  blocks: BlockView[];
  canEdit: boolean;
  /** For the forms that add a block. */
  groups: string[];
  components: string[];
}

export function guides(library: OpenLibrary): {
  guides: { name: string; title: string; blocks: number; opening: string }[];
} {
  const all = itemsOf(library.items, 'guide').sort((a, b) => (a.order < b.order ? -1 : 1));
  return {
    guides: all.map((guide) => {
      const text = ordered(guide.blocks).find((block) => block.kind === 'text');
      return {
        name: guide.name,
        title: guide.title,
        blocks: Object.keys(guide.blocks).length,
        opening: text?.kind === 'text' ? text.markdown.split('\n')[0]!.slice(0, 180) : '',
      };
    }),
  };
}

export function guide(
  library: OpenLibrary,
  { name, lens }: { name: string; lens: Context },
): GuideView | null {
  const item = itemsOf(library.items, 'guide').find((other) => other.name === name);
  if (!item) return null;
  return {
    id: item.id,
    name: item.name,
    title: item.title,
    blocks: ordered(item.blocks).map(({ id, order, ...block }) => ({
      id,
      order,
      ...GUIDE_BLOCKS.get(block.kind)!.show(block, {
        items: library.items,
        resolution: library.resolution,
        lens,
      }),
    })),
    canEdit: library.canEdit,
    groups: library.tree.nodes.filter((node) => node.item.kind === 'group').map((node) => node.path),
    components: itemsOf(library.items, 'component').map((component) => component.name),
  };
}
