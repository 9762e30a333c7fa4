import { renderNested } from '../components/nested';
import { deprecationOf, type Deprecation } from '../components/standing';
import { pathOf } from '../components/style';
import { itemsOf, ordered, type GuideItem } from '../documents/items';
import { componentOf, pageStyles } from '../screens/screen';
import { spacingSets, type LayoutGrid } from '../tokens/spacing-sets';
import type { Context } from '../tokens/system';
import { descriptionOf } from '../tokens/tier';
import type { OpenLibrary } from './open-library';
import { stripOf, type TokenStrip } from './select';

/** A component as a block shows it. */
interface ShownComponent {
  name: string;
  /** Why it is not to be used any more, where it is not. */
  deprecated: Deprecation | null;
  /** What it is shown with. */
  given: Record<string, string>;
  html: string;
  css: string;
  props: { name: string; kind: string; values: string[]; default: string; description: string }[];
  missing: boolean;
  /** Layout grids that can be laid over the specimen. */
  grids: LayoutGrid[];
}

export type BlockView = { id: string; order: string } & (
  | { kind: 'text'; markdown: string }
  | { kind: 'tokenTable'; group: string; rows: (TokenStrip & { description: string })[] }
  | { kind: 'typeSpecimen'; group: string; sample: string; rows: TokenStrip[] }
  | ({ kind: 'component' } & ShownComponent)
  | ({ kind: 'anatomy' } & ShownComponent)
);

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
    blocks: ordered(item.blocks).map((block) => blockView(library, block, lens)),
    canEdit: library.canEdit,
    groups: library.tree.nodes.filter((node) => node.item.kind === 'group').map((node) => node.path),
    components: itemsOf(library.items, 'component').map((component) => component.name),
  };
}

function blockView(
  library: OpenLibrary,
  block: GuideItem['blocks'][string] & { id: string },
  lens: Context,
): BlockView {
  const { id, order } = block;
  const { items, resolution } = library;
  const inGroup = (path: string, type?: string) =>
    resolution.paths
      .filter((other) => other === path || other.startsWith(`${path}.`))
      .map((other) => stripOf(library, other, lens))
      .filter((strip) => type === undefined || strip.type === type);
  switch (block.kind) {
    case 'text':
      return { id, order, kind: 'text', markdown: block.markdown };
    case 'tokenTable': {
      const group = pathOf(block.group, items);
      return {
        id,
        order,
        kind: 'tokenTable',
        group,
        rows: inGroup(group).map((strip) => ({
          ...strip,
          description: descriptionOf(resolution, strip.path),
        })),
      };
    }
    case 'typeSpecimen': {
      const group = pathOf(block.group, items);
      return {
        id,
        order,
        kind: 'typeSpecimen',
        group,
        sample: block.sample,
        rows: inGroup(group, 'typography'),
      };
    }
    case 'component':
    case 'anatomy': {
      const component = componentOf(items, block.component);
      return {
        id,
        order,
        kind: block.kind,
        deprecated: component ? deprecationOf(component) : null,
        given: block.props,
        name: component?.name ?? block.component.path,
        html: component ? renderNested(component, library.items, { props: block.props, context: lens }) : '',
        css: component ? pageStyles(items, resolution, [component]) : '',
        props: component
          ? ordered(component.props).map(({ name, kind, values, default: standard, description }) => ({
              name,
              kind,
              values,
              default: standard,
              description,
            }))
          : [],
        missing: !component,
        grids: spacingSets(resolution, lens).grids,
      };
    }
  }
}
