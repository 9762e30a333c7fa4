import { STANDARD_STATES } from '../components/combinations';
import { partStyles } from '../components/cell-style';
import { defaultProps } from '../components/condition';
import type { ComponentDefinition } from '../components/definition';
import type { Items } from '../document/item';
import type { PlacementItem } from './items';
import { equal } from '../document/edits';
import type { Resolution } from '../tokens/resolve';
import { contextText, type Context } from '../tokens/system';
import { componentOf, placementsOf, screensOf } from './screen';

export interface ReviewSide {
  items: Items;
  resolution: Resolution;
}

interface ReviewDifference {
  part: string;
  property: string;
  before: string | null;
  after: string | null;
  /** States in which it shows; empty: at rest too. */
  states: string[];
  /** Contexts in which it shows, where these are not all. */
  contexts: Context[] | undefined;
}

/** One placement of a product's screen that an upgrade would change. */
export interface ReviewArea {
  screen: string;
  placement: string;
  component: string;
  label: string;
  differences: ReviewDifference[];
  /** The template itself differs, or a prop value the placement sets is no longer taken. */
  structural: string[];
  /** How much it concerns: resting differences count more than those of states. */
  weight: number;
}

/**
 * What taking another release would change on a product's own screens: every placement, under every context and state,
 * by declarations, template and props. An empty answer is MODEL's "no visible change".
 */
export function reviewUpgrade(product: Items, before: ReviewSide, after: ReviewSide): ReviewArea[] {
  const areas: ReviewArea[] = [];
  for (const screen of screensOf(product)) {
    for (const placement of placementsOf(product, screen.id)) {
      const area = reviewPlacement(placement, screen.id, before, after);
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
  const differences = differencesOf(placement, old, now, before, after);
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

function differencesOf(
  placement: PlacementItem,
  old: ComponentDefinition,
  now: ComponentDefinition,
  before: ReviewSide,
  after: ReviewSide,
): ReviewDifference[] {
  const found = new Map<string, ReviewDifference & { at: Set<number> }>();
  const states = [...STANDARD_STATES, ...now.states.map((state) => [state])];
  const contexts = after.resolution.contexts;
  for (const names of states) {
    contexts.forEach((context, i) => {
      const styles = (component: ComponentDefinition, side: ReviewSide) =>
        partStyles(
          component,
          side.items,
          side.resolution,
          { props: { ...defaultProps(component), ...placement.props }, states: names },
          side.resolution.numberOf(context),
        );
      const [was, is] = [styles(old, before), styles(now, after)];
      for (const part of new Set([...was.keys(), ...is.keys()])) {
        const properties = new Set([...(was.get(part)?.keys() ?? []), ...(is.get(part)?.keys() ?? [])]);
        for (const property of properties) {
          const [a, b] = [was.get(part)?.get(property) ?? null, is.get(part)?.get(property) ?? null];
          if (a === b) continue;
          const key = [part, property, a, b].join('\n');
          let difference = found.get(key);
          if (!difference)
            found.set(
              key,
              (difference = {
                part,
                property,
                before: a,
                after: b,
                states: [...names],
                contexts: undefined,
                at: new Set(),
              }),
            );
          if (names.length === 0) difference.states = [];
          else if (difference.states.length > 0)
            difference.states = [...new Set([...difference.states, ...names])];
          difference.at.add(i);
        }
      }
    });
  }
  return [...found.values()]
    .map(({ at, ...difference }) => ({
      ...difference,
      contexts: at.size === contexts.length ? undefined : [...at].map((i) => contexts[i]!),
    }))
    .sort(
      (a, b) => a.states.length - b.states.length || (a.part + a.property < b.part + b.property ? -1 : 1),
    );
}

export const describeContexts = (contexts: Context[] | undefined): string =>
  contexts ? contexts.map(contextText).join('; ') : 'every context';
