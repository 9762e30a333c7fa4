import { slotNames, templateOf } from '@/core/components/template';
import { itemsOf, ordered } from '@/core/document/item';
import { componentOf, placementsOf, screensOf } from '@/core/products/screen';
import type { OpenProduct } from '@/editing/session/open-product';

export interface PlacingView {
  screen: { id: string; title: string; width: number };
  /** Components of the pinned release that can be placed, by rank and name. */
  components: { name: string; description: string }[];
  /** What is placed, each behind what holds it. */
  placements: {
    id: string;
    component: string;
    depth: number;
    /** What holds it; null: the screen itself. */
    parent: string | null;
    /** The slot it stands in; null: on the screen itself. */
    slot: string | null;
    /** Its place among those beside it, from 0, and how many these are. */
    at: number;
    of: number;
    slots: string[];
    contents: string;
    /** Tables of data that the component can be filled with. */
    tables: string[];
    props: {
      name: string;
      kind: 'choice' | 'flag' | 'text';
      values: string[];
      standard: string;
      value: string;
    }[];
  }[];
}

/** What is placed on a screen and what can be; null where there is no screen, or no release. */
export function placing(product: OpenProduct, { id }: { id?: string }): PlacingView | null {
  const all = screensOf(product.own.items);
  const found = all.find((other) => other.id === id) ?? all[0];
  const release = product.main(found?.id)?.state.items;
  if (!found || !release) return null;
  const placements = placementsOf(product.own.items, found.id);
  const told: PlacingView['placements'] = [];
  const walk = (parent: string | null, depth: number) => {
    const held = placements.filter((placement) => placement.parent === parent);
    for (const slot of new Set(held.map((placement) => placement.slot))) {
      const siblings = held.filter((placement) => placement.slot === slot);
      siblings.forEach((placement, at) => {
        const component = componentOf(release, placement.component);
        told.push({
          id: placement.id,
          component: placement.component.path,
          depth,
          parent,
          slot,
          at,
          of: siblings.length,
          contents: placement.contents ?? 'default',
          tables: ordered(component?.data ?? {}).map(({ name }) => name),
          slots: component ? slotsOf(component.template, component.props) : [],
          props: ordered(component?.props ?? {}).flatMap(({ name, kind, values, default: standard }) =>
            kind === 'slot'
              ? []
              : [{ name, kind, values, standard, value: placement.props[name] ?? standard }],
          ),
        });
        walk(placement.id, depth + 1);
      });
    }
  };
  walk(null, 0);
  return {
    screen: { id: found.id, title: found.title, width: found.width },
    components: itemsOf(release, 'component')
      .filter(({ visibility, deprecation }) => visibility === 'released' && deprecation === null)
      .map(({ name, description }) => ({ name, description }))
      .sort((a, b) => a.name.localeCompare(b.name)),
    placements: told,
  };
}

/** The slots that hold components: those for text are props. */
function slotsOf(template: string, props: Record<string, { name: string; kind: string }>): string[] {
  const texts = new Set(Object.values(props).flatMap(({ name, kind }) => (kind === 'text' ? [name] : [])));
  return slotNames(templateOf(template).root).filter((name) => !texts.has(name));
}
