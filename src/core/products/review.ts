import { styleDifferences, type StyleDifference } from '../components/style-differences';
import type { ComponentDefinition } from '../components/definition';
import type { Items } from '../document/item';
import type { PlacementItem, ScreenItem } from './items';
import { equal } from '../document/edits';
import type { Resolution } from '../tokens/resolve';
import { contextText, type Context } from '../tokens/system';
import { componentOf, placementsOf, screensOf } from './screen';

/** A library's release as a product has it or would have it. */
export interface ReviewSide {
  items: Items;
  resolution: Resolution;
}

/** The side of each screen: screens may have themes of their own. */
type SideOf = (screen: ScreenItem) => ReviewSide;

/** One placement of a product's screen that an upgrade would change. */
export interface ReviewArea {
  screen: string;
  placement: string;
  component: string;
  label: string;
  differences: StyleDifference[];
  /** The template itself differs, or a prop value the placement sets is no longer taken. */
  structural: string[];
  /** How much it concerns: resting differences count more than those of states. */
  weight: number;
}

/**
 * What taking another release would change on a product's own screens: every placement, under every context and state,
 * by declarations, template and props. An empty answer is MODEL's "no visible change".
 */
export function reviewUpgrade(
  product: Items,
  before: SideOf,
  after: SideOf,
  screens = screensOf(product),
): ReviewArea[] {
  const areas: ReviewArea[] = [];
  for (const screen of screens) {
    for (const placement of placementsOf(product, screen.id)) {
      const area = reviewPlacement(placement, screen.id, before(screen), after(screen));
      if (area) areas.push(area);
    }
  }
  return areas.sort((a, b) => b.weight - a.weight);
}

function reviewPlacement(
  placement: PlacementItem,
  screen: string,
  before: ReviewSide,
  after: ReviewSide,
): ReviewArea | undefined {
  const old = componentOf(before.items, placement.component);
  const now = componentOf(after.items, placement.component);
  const label = placement.props.label ?? placement.props.title ?? Object.values(placement.props)[0] ?? '';
  const base = { screen, placement: placement.id, component: placement.component.path, label };
  if (!old && !now) return undefined;
  if (!old || !now) {
    return {
      ...base,
      differences: [],
      structural: [now ? 'The component appears' : 'The component is no longer in the library'],
      weight: 1000,
    };
  }
  const structural = structuralChanges(placement, old, now);
  const differences = styleDifferences(
    { ...before, component: old },
    { ...after, component: now },
    placement.props,
  );
  if (structural.length === 0 && differences.length === 0) return undefined;
  const weight =
    structural.length * 100 +
    differences.reduce((sum, difference) => sum + (difference.states.length === 0 ? 10 : 1), 0);
  return { ...base, differences, structural, weight };
}

function structuralChanges(
  placement: PlacementItem,
  old: ComponentDefinition,
  now: ComponentDefinition,
): string[] {
  const found: string[] = [];
  if (old.template !== now.template) found.push('The template changed');
  const kept = (component: ComponentDefinition) =>
    Object.values(component.entries)
      .filter((entry) => entry.kind === 'kept')
      .map((entry) => entry.css);
  if (!equal(kept(old), kept(now))) found.push('Passed-through CSS changed');
  for (const [name, value] of Object.entries(placement.props)) {
    const prop = Object.values(now.props).find((other) => other.name === name);
    if (!prop) found.push(`The prop ${name} was removed; its value “${value}” is kept as unplaced`);
    else if (prop.kind === 'choice' && !prop.values.includes(value))
      found.push(`${name} can no longer be ${value}; the value is kept as unplaced`);
  }
  return found;
}

export const describeContexts = (contexts: Context[] | undefined): string =>
  contexts ? contexts.map(contextText).join('; ') : 'every context';
