import type { ComponentDefinition } from './definition';
import { runToEnd, type Steps } from '../base/steps';
import { axesOf, combinations, combinationsOf } from './combinations';
import { allMatch } from './condition';
import { Looks, type RuleTie } from './part-style';
import { rulesBySpecificity, type RuleEntry } from './style';

/** What a component's rules come to over all its combinations. */
export interface RuleCounts {
  combinations: number;
  /** Combinations that look and read exactly as another does. */
  alike: number;
  /** Choices and flags that change neither style nor markup, whatever they are set to. */
  idle: string[];
  /** Rules whose conditions hold in no combination. */
  never: string[];
  /** Rules that hold somewhere and win nothing anywhere. */
  overruled: string[];
  ties: RuleTie[];
}

export const ruleCounts = (...given: Parameters<typeof countSteps>): RuleCounts =>
  runToEnd(countSteps(...given));

/** The same in steps of 200 combinations; what a part's rules come to is worked out once for those that hold together. */
export function* countSteps(component: ComponentDefinition, most?: number): Steps<RuleCounts> {
  const { all } = combinations(component, most);
  const looks = new Looks(component);
  const counted = new Set<number>();
  const byPlace = new Map<string, number>();
  for (const [i, combination] of all.entries()) {
    if (i % 200 === 199) yield (i / all.length) * 0.9;
    const look = looks.of(combination);
    counted.add(look);
    byPlace.set(looks.placeOf(combination), look);
  }
  const idle: string[] = [];
  for (const { name } of axesOf(component).props) {
    yield 0.95;
    const standard = all[0]?.props[name] ?? '';
    const isIdle = all.every((combination) => {
      const other = { ...combination, props: { ...combination.props, [name]: standard } };
      const there = byPlace.get(looks.placeOf(other));
      return there === undefined || there === byPlace.get(looks.placeOf(combination));
    });
    if (isIdle) idle.push(name);
  }
  const { holding, winning, ties } = looks;
  const rules = rulesBySpecificity(component);
  return {
    combinations: all.length,
    alike: all.length - counted.size,
    idle,
    never: rules.filter(({ id }) => !holding.has(id)).map(({ id }) => id),
    overruled: rules.filter(({ id }) => holding.has(id) && !winning.has(id)).map(({ id }) => id),
    ties: [...ties.values()],
  };
}

/** What one more value of a choice would bring: combinations, the rules it inherits, and what others say and it does not. */
export interface WhatIf {
  combinations: { before: number; after: number };
  inherits: { rule: string; part: string; properties: string[] }[];
  unsaid: { part: string; property: string; saidFor: string[] }[];
}

export function whatIf(component: ComponentDefinition, prop: string, value: string): WhatIf {
  const entry = Object.entries(component.props).find(
    ([, other]) => other.name === prop && other.kind === 'choice',
  );
  if (!entry) return { combinations: { before: 0, after: 0 }, inherits: [], unsaid: [] };
  const [id, choice] = entry;
  const wider: ComponentDefinition = {
    ...component,
    props: { ...component.props, [id]: { ...choice, values: [...new Set([...choice.values, value])] } },
  };
  const rules = rulesBySpecificity(component);
  const speaksOf = (rule: RuleEntry) =>
    rule.when.find((condition) => condition.kind === 'choice' && condition.prop === prop);
  const fresh = combinationsOf(wider).filter((combination) => combination.props[prop] === value);
  const unsaid = new Map<string, WhatIf['unsaid'][number]>();
  for (const rule of rules) {
    const condition = speaksOf(rule);
    if (condition?.kind !== 'choice' || condition.is.includes(value)) continue;
    for (const [property] of rule.declarations) {
      const key = `${rule.part} ${property}`;
      const known = unsaid.get(key) ?? { part: rule.part, property, saidFor: [] };
      known.saidFor = [...new Set([...known.saidFor, ...condition.is])];
      unsaid.set(key, known);
    }
  }
  return {
    combinations: { before: axesOf(component).size, after: axesOf(wider).size },
    inherits: rules
      .filter((rule) => fresh.some((combination) => allMatch(rule.when, combination)))
      .map((rule) => ({
        rule: rule.id,
        part: rule.part,
        properties: rule.declarations.map(([property]) => property),
      })),
    unsaid: [...unsaid.values()],
  };
}
