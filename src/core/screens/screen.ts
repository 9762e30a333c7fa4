import { compileCss, LAYER_ORDER } from '../components/compile';
import { renderNested, withNested } from '../components/nested';
import { librarySheet } from '../components/style-sheets';
import { named } from '../components/compose';
import {
  byOrder,
  itemsOf,
  type ComponentItem,
  type Items,
  type PlacementItem,
  type Reference,
  type ScreenItem,
} from '../documents/items';
import { css as cssOutput } from '../outputs/css';
import type { Resolution } from '../tokens/resolve';
import { typeOf } from '../tokens/modernise';
import type { Context } from '../tokens/system';
import { slotNames, templateOf } from '../components/template';

export function componentOf(items: Items, reference: Reference): ComponentItem | undefined {
  return named(items, 'component', reference);
}

export function screensOf(product: Items): ScreenItem[] {
  return itemsOf(product, 'screen').sort(byOrder);
}

export function placementsOf(product: Items, screen: string): PlacementItem[] {
  return itemsOf(product, 'placement')
    .filter((placement) => placement.screen === screen)
    .sort(byOrder);
}

/** The data attributes that put an element under a combination of contexts. */
export function contextAttributes(context: Context): Record<string, string> {
  return Object.fromEntries(Object.entries(context).map(([axis, name]) => [`data-${axis}`, name]));
}

/** Everything a page of components needs: custom properties under all contexts, then every component's rules. */
export function pageStyles(
  items: Items,
  resolution: Resolution,
  components: Iterable<ComponentItem>,
): string {
  const sheet = cssOutput.write({ resolution, authored: () => [] }).files[0]?.text ?? '';
  const compiled = new Set<string>();
  for (const component of withNested(components, items))
    compiled.add(compileCss(component, items, (path) => typeOf(resolution, path)));
  return LAYER_ORDER + sheet + librarySheet(items) + [...compiled].join('');
}

/** A screen as HTML: its placements in order, each findable by `data-placement`. */
export function renderScreen(product: Items, screen: string, library: Items): string {
  const placements = placementsOf(product, screen);
  const render = (placement: PlacementItem): string => {
    const component = componentOf(library, placement.component);
    if (!component) return '';
    const slots: Record<string, string> = {};
    for (const name of slotNames(templateOf(component.template).root)) {
      const inside = placements.filter((other) => other.parent === placement.id && other.slot === name);
      if (inside.length > 0) slots[name] = inside.map(render).join('');
    }
    return renderNested(component, library, {
      props: placement.props,
      slots,
      attributes: { 'data-placement': placement.id },
    });
  };
  return placements
    .filter((placement) => placement.parent === null)
    .map(render)
    .join('\n');
}
