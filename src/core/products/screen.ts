import { readContents, renderContents } from '../components/contents';
import { named } from '../components/compose';
import type { ComponentDefinition } from '../components/definition';
import { byOrder, itemsOf, type Items, type Reference } from '../document/item';
import type { PlacementItem, ScreenItem } from './items';
import type { Context } from '../tokens/system';
import { slotNames, templateOf } from '../components/template';

export function componentOf(items: Items, reference: Reference): ComponentDefinition | undefined {
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
    return renderContents(component, library, readContents(placement.contents ?? '') ?? 'default', {
      props: placement.props,
      slots,
      attributes: { 'data-placement': placement.id },
      inside: placement.parent !== null,
    });
  };
  return placements
    .filter((placement) => placement.parent === null)
    .map(render)
    .join('\n');
}
