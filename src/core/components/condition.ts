import { Refusal } from '../base/errors';
import type { ComponentDefinition, Condition } from './definition';
import { ordered } from '../document/item';

/** One combination of prop values and states. A flag that is set has the value `true`. */
export interface Combination {
  props: Record<string, string>;
  states: readonly string[];
}

/** `active` implies `hover`; `disabled` excludes every other state (MODEL, states). */
export function effectiveStates(states: readonly string[]): Set<string> {
  if (states.includes('disabled')) return new Set(['disabled']);
  return new Set(states.includes('active') ? [...states, 'hover'] : states);
}

export function conditionHolds(
  condition: Condition,
  props: Record<string, string>,
  states: ReadonlySet<string>,
): boolean {
  if (condition.kind === 'state') return states.has(condition.state);
  const value = props[condition.prop] ?? '';
  if (condition.kind === 'flag') return (value === 'true') === condition.is;
  return condition.is.includes(value);
}

export function allMatch(conditions: readonly Condition[], combination: Combination): boolean {
  const states = effectiveStates(combination.states);
  return conditions.every((condition) => conditionHolds(condition, combination.props, states));
}

/** `tone is danger or quiet and not busy and state is hover`: the grammar of presence attributes and component files. */
export function conditionsText(conditions: readonly Condition[]): string {
  return conditions
    .map((condition) => {
      if (condition.kind === 'state') return `state is ${condition.state}`;
      if (condition.kind === 'flag') return condition.is ? condition.prop : `not ${condition.prop}`;
      return `${condition.prop} is ${condition.is.join(' or ')}`;
    })
    .join(' and ');
}

/** @throws Error naming the words that cannot be read */
export function parseConditions(text: string): Condition[] {
  const trimmed = text.trim();
  if (trimmed === '') return [];
  return trimmed.split(/\s+and\s+/).map((phrase): Condition => {
    const flag = /^(not\s+)?([a-z][a-zA-Z0-9-]*)$/.exec(phrase);
    if (flag) return { kind: 'flag', prop: flag[2]!, is: !flag[1] };
    const choice = /^([a-z][a-zA-Z0-9-]*)\s+is\s+([a-z][a-zA-Z0-9-]*(?:\s+or\s+[a-z][a-zA-Z0-9-]*)*)$/.exec(
      phrase,
    );
    if (!choice)
      throw new Refusal(
        `“${phrase}” is not a valid condition`,
        'Write “tone is danger or quiet”, “busy”, “not busy” or “state is hover”',
      );
    const values = choice[2]!.split(/\s+or\s+/);
    if (choice[1] !== 'state') return { kind: 'choice', prop: choice[1]!, is: values };
    if (values.length > 1)
      throw new Refusal(`“${phrase}” names several states`, 'Write one rule for each state');
    return { kind: 'state', state: values[0]! };
  });
}

/** Default values of all props: flags are '' unless set, slots empty. */
export function defaultProps(component: ComponentDefinition): Record<string, string> {
  return Object.fromEntries(
    ordered(component.props).map((prop) => [
      prop.name,
      prop.default || (prop.kind === 'choice' ? (prop.values[0] ?? '') : ''),
    ]),
  );
}

/** States a rule may speak of in any component (CSS Selectors 4), beside its own. */
export const KNOWN_STATES = [
  'hover',
  'focus-visible',
  'focus-within',
  'active',
  'disabled',
  'checked',
  'invalid',
];
