import { itemsOf, ordered } from '@/core/document/item';
import type { ShownBlock } from '@/core/guides/block';
import { GUIDE_BLOCKS } from '@/core/guides/blocks/registry';
import { pathOf } from '@/core/tokens/token-tree';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';

/** A block as it is shown now, with the fields it is made from. */
export type BlockView = { id: string; order: string; fields: Record<string, string> } & ShownBlock;

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

interface GuidesView {
  guides: {
    name: string;
    title: string;
    blocks: number;
    opening: string;
    /** Its first block that is live, as HTML under its styles; null where it has none. */
    live: { html: string; css: string } | null;
  }[];
  /** Components that a guide shows, and those that none does. */
  documented: string[];
  missing: string[];
}

/** The guides with what each shows first, and how much of the library they document. */
export function guides(library: OpenLibrary, { lens }: { lens: Context }): GuidesView {
  const { items, resolution } = library;
  const all = itemsOf(items, 'guide').sort((a, b) => (a.order < b.order ? -1 : 1));
  const shown = new Set(
    all.flatMap((one) =>
      ordered(one.blocks).flatMap((block) =>
        GUIDE_BLOCKS.get(block.kind)!
          .references(block)
          .map((reference) => pathOf(reference, items)),
      ),
    ),
  );
  const components = itemsOf(items, 'component').filter(({ deprecation }) => !deprecation);
  return {
    guides: all.map((one) => {
      const blocks = ordered(one.blocks);
      const text = blocks.find((block) => block.kind === 'text');
      const live = blocks.find((block) => block.kind === 'component');
      const view = live && GUIDE_BLOCKS.get(live.kind)!.show(live, { items, resolution, lens });
      return {
        name: one.name,
        title: one.title,
        blocks: blocks.length,
        opening: text?.kind === 'text' ? text.markdown.split('\n')[0]!.slice(0, 180) : '',
        live: view?.kind === 'component' ? { html: view.html, css: view.css } : null,
      };
    }),
    documented: components.filter(({ name }) => shown.has(name)).map(({ name }) => name),
    missing: components.filter(({ name }) => !shown.has(name)).map(({ name }) => name),
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
      fields: GUIDE_BLOCKS.get(block.kind)!.print(block, (reference) => pathOf(reference, library.items)),
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
