import type { Finding } from '../findings/finding';
import type { ComponentDefinition, Guard } from './definition';
import { ordered, type Items } from '../document/item';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';
import { combinationsOf } from './combinations';
import { allMatch, conditionsText, type Combination } from './condition';
import { partStyles } from './cell-style';
import { isKept } from './passthrough-css';
import { rulesBySpecificity } from './style';
import { RuleMatcher } from './rule-matcher';

/**
 * What follows from content, from the tag or from what a part stands in, where no rule says it: known by measuring alone
 * (CSS 2.2, 10 and HTML 15.3; inherited properties as CSS Fonts 4, CSS Text 3 and CSS Color 4 list them).
 */
const MEASURED = new Set([
  'width',
  'height',
  'inline-size',
  'block-size',
  'display',
  'color',
  'cursor',
  'visibility',
  'font-family',
  'font-size',
  'font-weight',
  'font-style',
  'line-height',
  'letter-spacing',
  'text-align',
  'text-transform',
]);

/** What a property is where nothing says it (CSS Positioned Layout 3, CSS Display 3 and so on). */
const INITIAL = new Map([
  ['position', 'static'],
  ['float', 'none'],
  ['z-index', 'auto'],
  ['opacity', '1'],
  ['min-width', '0px'],
  ['min-height', '0px'],
  ['max-width', 'none'],
  ['max-height', 'none'],
  ['overflow', 'visible'],
]);

interface GuardBreak {
  guard: string;
  combination: Combination;
  context: Context | undefined;
  /** What is declared; undefined: nothing is. */
  value: string | undefined;
  finding: Finding;
}

/** `position of root is relative when size is large under density regular`. */
export function guardText(guard: Guard): string {
  const when = conditionsText(guard.when);
  const under = Object.entries(guard.under ?? {})
    .map(([axis, context]) => `${axis} ${context}`)
    .join(' and ');
  return `${guard.property} of ${guard.part} is ${guard.value}${when ? ` when ${when}` : ''}${under ? ` under ${under}` : ''}`;
}

/** Whether a guard speaks of this context. */
export const guardIsUnder = ({ under = {} }: Guard, context: Context | undefined): boolean =>
  Object.entries(under).every(([axis, name]) => context?.[axis] === name);

/** A value as it is compared: white space and letter case of keywords do not count. */
const plain = (value: string) => value.trim().replace(/\s+/g, ' ').toLowerCase();

/**
 * Whether this guard can be answered from the rules alone; otherwise, and wherever kept CSS may say otherwise, it is measured
 * where the component is drawn.
 */
export function isDeclared(component: ComponentDefinition, guard: Guard): boolean {
  if (isKept(component, guard.part, guard.property)) return false;
  return (
    !MEASURED.has(guard.property) ||
    Object.values(component.entries).some(
      (entry) =>
        entry.kind === 'rule' &&
        entry.part === guard.part &&
        entry.declarations.some(([property]) => property === guard.property),
    )
  );
}

/** In how many combinations and contexts each guard that rules can answer is looked at, by its id. */
export function guardReach(component: ComponentDefinition, resolution: Resolution): Map<string, number> {
  const guards = ordered(component.guards);
  const combinations = guards.length === 0 ? [] : combinationsOf(component);
  return new Map(
    guards.map((guard) => [
      guard.id,
      combinations.filter((combination) => allMatch(guard.when, combination)).length *
        resolution.contexts.filter((context) => guardIsUnder(guard, context)).length,
    ]),
  );
}

/** Promises that a component's present rules break: for each guard the first combination and context that does. */
export function guardBreaks(
  component: ComponentDefinition,
  items: Items,
  resolution: Resolution,
): GuardBreak[] {
  const guards = ordered(component.guards).filter((guard) => isDeclared(component, guard));
  if (guards.length === 0) return [];
  const combinations = combinationsOf(component);
  const rules = rulesBySpecificity(component);
  return guards.flatMap((guard) => {
    const about = rules.filter(({ part }) => part === guard.part);
    // Where the same rules hold, the answer is the same.
    const seen = new Set<string>();
    const matcher = new RuleMatcher({ entries: Object.fromEntries(about.map((rule) => [rule.id, rule])) });
    for (const combination of combinations) {
      if (!allMatch(guard.when, combination)) continue;
      matcher.turnTo(combination);
      const key = matcher.keyOf(guard.part);
      if (seen.has(key)) continue;
      seen.add(key);
      for (let context = 0; context < resolution.contexts.length; context++) {
        if (!guardIsUnder(guard, resolution.contexts[context])) continue;
        const styles = partStyles(component, items, resolution, combination, context, about);
        const value = styles.get(guard.part)?.get(guard.property);
        if (value === undefined && MEASURED.has(guard.property)) continue;
        const present = value ?? INITIAL.get(guard.property);
        if (present !== undefined && plain(present) === plain(guard.value)) continue;
        const where = resolution.contexts.length > 1 ? resolution.contexts[context] : undefined;
        return [
          {
            guard: guard.id,
            combination,
            context: where,
            value,
            finding: finding(component, guard, present, where),
          },
        ];
      }
    }
    return [];
  });
}

const finding = (
  component: ComponentDefinition,
  guard: Guard,
  value: string | undefined,
  context: Context | undefined,
): Finding => ({
  code: 'guard-broken',
  level: 'error',
  path: component.name,
  message: `${component.name}: ${guardText(guard).replace(' is ', ' is guarded as ')}, and is ${value ?? 'not declared'}`,
  fix: 'Restore the value, or change the guard and release as a breaking change',
  context,
});

export const brokenGuards = (
  component: ComponentDefinition,
  items: Items,
  resolution: Resolution,
): Finding[] => guardBreaks(component, items, resolution).map(({ finding: found }) => found);
