import { ordered, type ComponentItem } from '../documents/items';
import { allHold, effectiveStates, type Combination } from './condition';
import { axesOf, combinationsOf } from './combinations';
import { renderComponent } from './render';
import { declaredStyle, rulesByStrength, type RuleEntry } from './style';

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
  /** Rules of equal strength that hold together and say different things of one property: the later one wins. */
  ties: { first: string; second: string; part: string; property: string }[];
}

export function ruleCounts(component: ComponentItem): RuleCounts {
  const rules = rulesByStrength(component);
  const combinations = combinationsOf(component);
  const holding = new Set<string>();
  const winning = new Set<string>();
  const ties = new Map<string, RuleCounts['ties'][number]>();
  const looks = new Map<string, number>();
  const byProps = new Map<string, string>();
  for (const combination of combinations) {
    const style = declaredStyle(component, combination, rules);
    for (const declarations of style.values()) for (const { rule } of declarations) winning.add(rule);
    const here = rules.filter((rule) => allHold(rule.when, combination));
    for (const rule of here) holding.add(rule.id);
    for (const tie of tiesAmong(here)) ties.set(JSON.stringify(tie), tie);
    const look = lookOf(component, combination, style);
    looks.set(look, (looks.get(look) ?? 0) + 1);
    byProps.set(keyOf(combination), look);
  }
  return {
    combinations: combinations.length,
    alike: combinations.length - looks.size,
    idle: ordered(component.props)
      .filter((prop) => prop.kind === 'choice' || prop.kind === 'flag')
      .filter((prop) => isIdle(component, prop.name, combinations, byProps))
      .map(({ name }) => name),
    never: rules.filter(({ id }) => !holding.has(id)).map(({ id }) => id),
    overruled: rules.filter(({ id }) => holding.has(id) && !winning.has(id)).map(({ id }) => id),
    ties: [...ties.values()],
  };
}

const keyOf = ({ props, states }: Combination): string =>
  JSON.stringify([props, [...effectiveStates(states)]]);

/** Markup without the attributes that merely repeat the props, and everything declared: what one could tell apart. */
function lookOf(
  component: ComponentItem,
  combination: Combination,
  style: ReturnType<typeof declaredStyle>,
): string {
  const markup = renderComponent(component, combination).replace(/ data-[a-z-]+(="[^"]*")?/g, '');
  const passed = ordered(component.props).flatMap((prop) =>
    (prop.holds ?? []).flatMap((piece) =>
      Object.values(piece.passed).map((outer) => [prop.name, outer, combination.props[outer]]),
    ),
  );
  const said = [...style].map(([part, all]) => [
    part,
    all
      .map(({ property, value }) => [property, value])
      .sort((a, b) => (String(a[0]) < String(b[0]) ? -1 : 1)),
  ]);
  return JSON.stringify([markup, [...effectiveStates(combination.states)], said, passed]);
}

function isIdle(
  component: ComponentItem,
  name: string,
  combinations: readonly Combination[],
  looks: ReadonlyMap<string, string>,
): boolean {
  const standard = combinations[0]?.props[name] ?? '';
  return combinations.every((combination) => {
    const other = { ...combination, props: { ...combination.props, [name]: standard } };
    return looks.get(keyOf(combination)) === (looks.get(keyOf(other)) ?? looks.get(keyOf(combination)));
  });
}

/** Where what wins a property is one of several equal rules that say different things of it. */
function tiesAmong(rules: readonly RuleEntry[]): RuleCounts['ties'] {
  const said = new Map<string, { rule: RuleEntry; value: string }[]>();
  for (const rule of rules)
    for (const [property, value] of rule.declarations) {
      const key = `${rule.part} ${property}`;
      said.set(key, [...(said.get(key) ?? []), { rule, value: JSON.stringify(value) }]);
    }
  return [...said].flatMap(([key, all]) => {
    const winner = all.at(-1)!;
    const equal = all.filter(
      ({ rule, value }) =>
        rule.when.length > 0 &&
        rule.when.length === winner.rule.when.length &&
        value !== winner.value &&
        !impliedBy(rule, winner.rule),
    );
    const [part, property] = key.split(' ') as [string, string];
    return equal.map(({ rule }) => ({ first: rule.id, second: winner.rule.id, part, property }));
  });
}

/** What is active is hovered over besides: that the one goes over the other is meant. */
const impliedBy = (weaker: RuleEntry, winner: RuleEntry): boolean =>
  hasState(weaker, 'hover') && hasState(winner, 'active');
const hasState = ({ when }: RuleEntry, state: string) =>
  when.some((condition) => condition.kind === 'state' && condition.state === state);

/** What one more value of a choice would bring: combinations, the rules it inherits, and what others say and it does not. */
export interface WhatIf {
  combinations: { before: number; after: number };
  inherits: { rule: string; part: string; properties: string[] }[];
  unsaid: { part: string; property: string; saidFor: string[] }[];
}

export function whatIf(component: ComponentItem, prop: string, value: string): WhatIf {
  const entry = Object.entries(component.props).find(
    ([, other]) => other.name === prop && other.kind === 'choice',
  );
  if (!entry) return { combinations: { before: 0, after: 0 }, inherits: [], unsaid: [] };
  const [id, choice] = entry;
  const wider: ComponentItem = {
    ...component,
    props: { ...component.props, [id]: { ...choice, values: [...new Set([...choice.values, value])] } },
  };
  const rules = rulesByStrength(component);
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
      .filter((rule) => fresh.some((combination) => allHold(rule.when, combination)))
      .map((rule) => ({
        rule: rule.id,
        part: rule.part,
        properties: rule.declarations.map(([property]) => property),
      })),
    unsaid: [...unsaid.values()],
  };
}
