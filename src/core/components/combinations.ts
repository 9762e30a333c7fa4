import type { ComponentDefinition } from './definition';
import { ordered } from '../document/item';
import { allMatch, defaultProps, type Combination } from './condition';
import { partAncestry, templateOf } from './template';

/** The states every control is shown in, rest being none of them (MODEL, State). */
export const STANDARD_STATES: readonly (readonly string[])[] = [
  [],
  ['hover'],
  ['focus-visible'],
  ['hover', 'focus-visible'],
  ['active'],
  ['disabled'],
];

/** As many combinations are looked at; of more, this many, spread evenly over all. */
const MOST_COMBINATIONS = 20_000;

/** The standard states of a component that can be operated; of one that cannot, rest alone. */
function statesOf(component: ComponentDefinition): readonly (readonly string[])[] {
  const parts = partAncestry(templateOf(component.template).root);
  return [...parts.values()].some((part) => part.interactive) ? STANDARD_STATES : STANDARD_STATES.slice(0, 1);
}

/** What turns to make the combinations: each choice and flag with its values, the slowest first, and states last. */
interface Axes {
  props: { name: string; kind: 'choice' | 'flag'; values: string[] }[];
  states: (readonly string[])[];
  /** Choices × flags × states, before any is excluded. */
  size: number;
}

export function axesOf(component: ComponentDefinition): Axes {
  const props = ordered(component.props).flatMap(({ name, kind, values }): Axes['props'] => {
    if (kind === 'choice') return [{ name, kind, values }];
    return kind === 'flag' ? [{ name, kind, values: ['', 'true'] }] : [];
  });
  const states = [...statesOf(component), ...component.states.map((state) => [state])];
  return { props, states, size: countOf(component) };
}

/** As many combinations as props and states make. */
function countOf(component: ComponentDefinition): number {
  let count = statesOf(component).length + component.states.length;
  for (const { kind, values } of Object.values(component.props))
    count *= kind === 'choice' ? values.length : kind === 'flag' ? 2 : 1;
  return count;
}

/** Whether users may make this combination. */
export function isAllowed(component: ComponentDefinition, combination: Combination): boolean {
  return !Object.values(component.excluded ?? {}).some(({ when }) => allMatch(when, combination));
}

/** The combination at a place in the order of all: the first prop turning slowest, states fastest. */
function combinationAt(axes: Axes, standard: Record<string, string>, place: number): Combination {
  const states = axes.states[place % axes.states.length]!;
  let rest = Math.floor(place / axes.states.length);
  const chosen: [string, string][] = [];
  for (let i = axes.props.length - 1; i >= 0; i--) {
    const { name, values } = axes.props[i]!;
    chosen.push([name, values[rest % values.length]!]);
    rest = Math.floor(rest / values.length);
  }
  return { props: { ...standard, ...Object.fromEntries(chosen) }, states };
}

interface Combinations {
  all: Combination[];
  /** Choices × flags × states, excluded ones among them. */
  size: number;
  excluded: number;
  /** Whether these are a sample of them. */
  sampled: boolean;
}

/**
 * Every allowed combination of choices and flags in every state. Of more than `most`, a sample: places one golden
 * section of the whole apart, so that every axis is turned through evenly (a Weyl sequence), in order.
 */
export function combinations(component: ComponentDefinition, most = MOST_COMBINATIONS): Combinations {
  const axes = axesOf(component);
  const standard = defaultProps(component);
  const sampled = axes.size > most;
  const places = sampled ? spread(axes.size, most) : Array.from({ length: axes.size }, (_, place) => place);
  const all: Combination[] = [];
  for (const place of places) {
    const combination = combinationAt(axes, standard, place);
    if (isAllowed(component, combination)) all.push(combination);
  }
  return { all, size: axes.size, excluded: places.length - all.length, sampled };
}

function spread(size: number, most: number): number[] {
  let stride = Math.max(1, Math.round(size * 0.6180339887498949));
  while (commonDivisor(stride, size) !== 1) stride++;
  const places = Array.from({ length: most }, (_, i) => Number((BigInt(i) * BigInt(stride)) % BigInt(size)));
  return places.sort((a, b) => a - b);
}

function commonDivisor(a: number, b: number): number {
  while (b > 0) [a, b] = [b, a % b];
  return a;
}

export const combinationsOf = (component: ComponentDefinition): Combination[] => combinations(component).all;

/** How many combinations users may make; of very many, those excluded are not counted off. */
export function allowedCount(component: ComponentDefinition): number {
  const size = countOf(component);
  const none = Object.keys(component.excluded ?? {}).length === 0;
  return none || size > MOST_COMBINATIONS ? size : combinationsOf(component).length;
}
