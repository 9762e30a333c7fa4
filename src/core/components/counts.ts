import { ordered, type ComponentItem } from '../documents/items';
import { inOneGo, type Steps } from '../steps';
import { axesOf, combinations, combinationsOf } from './combinations';
import { allHold, effectiveStates, type Combination } from './condition';
import { renderComponent } from './render';
import { rulesByStrength, type RuleEntry } from './style';
import { Turning } from './turning';

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

export const ruleCounts = (...given: Parameters<typeof countSteps>): RuleCounts =>
  inOneGo(countSteps(...given));

/** The same in steps of 200 combinations; what a part's rules come to is worked out once for those that hold together. */
export function* countSteps(component: ComponentItem, most?: number): Steps<RuleCounts> {
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
  const rules = rulesByStrength(component);
  return {
    combinations: all.length,
    alike: all.length - counted.size,
    idle,
    never: rules.filter(({ id }) => !holding.has(id)).map(({ id }) => id),
    overruled: rules.filter(({ id }) => holding.has(id) && !winning.has(id)).map(({ id }) => id),
    ties: [...ties.values()],
  };
}

/** How combinations look: what one could tell apart, as a number; and on the way, what the rules come to. */
class Looks {
  readonly holding = new Set<string>();
  readonly winning = new Set<string>();
  readonly ties = new Map<string, RuleCounts['ties'][number]>();
  private readonly turning: Turning;
  private readonly numbers = new Map<string, number>();
  private readonly parts = new Map<string, number>();
  private readonly markups = new Map<string, number>();
  private readonly axes: string[];
  /** Props, and states, that the template speaks of: nothing else can change the markup. */
  private readonly spoken: (name: string) => boolean;
  private readonly passed: string[];

  constructor(private readonly component: ComponentItem) {
    this.turning = new Turning(component);
    this.axes = axesOf(component).props.map(({ name }) => name);
    this.spoken = (name) => component.template.includes(name);
    this.passed = ordered(component.props).flatMap((prop) =>
      (prop.holds ?? []).flatMap((piece) => Object.values(piece.passed)),
    );
  }

  /** A combination among the others. */
  placeOf({ props, states }: Combination): string {
    let place = states.join(' ');
    for (const name of this.axes) place += `\n${props[name] ?? ''}`;
    return place;
  }

  of(combination: Combination): number {
    this.turning.turnTo(combination);
    const { props, states } = combination;
    let look = `${this.markupOf(combination)} ${[...effectiveStates(states)].join('+')}`;
    for (const name of this.passed) look += `\n${props[name] ?? ''}`;
    for (const part of this.turning.rules.keys()) look += ` ${this.partOf(part)}`;
    return this.numberOf(look);
  }

  private numberOf(text: string): number {
    let number = this.numbers.get(text);
    if (number === undefined) this.numbers.set(text, (number = this.numbers.size));
    return number;
  }

  /** Markup without the attributes that merely repeat the props. */
  private markupOf(combination: Combination): number {
    const { props, states } = combination;
    let key = [...new Set([...states, ...effectiveStates(states)])].filter(this.spoken).join('+');
    for (const name of this.axes) if (this.spoken(name)) key += `\n${props[name] ?? ''}`;
    let number = this.markups.get(key);
    if (number === undefined) {
      const html = renderComponent(this.component, combination).replace(/ data-[a-z-]+(="[^"]*")?/g, '');
      this.markups.set(key, (number = this.numberOf(`markup ${html}`)));
    }
    return number;
  }

  /** All that is declared for a part, in no order. */
  private partOf(part: string): number {
    const key = `${part} ${this.turning.keyOf(part)}`;
    let number = this.parts.get(key);
    if (number === undefined) {
      const said = new Map<string, { rule: string; text: string }>();
      const rules = this.turning.holding(part);
      for (const { id, declarations } of rules) {
        this.holding.add(id);
        for (const [property, value] of declarations)
          said.set(property, { rule: id, text: JSON.stringify([property, value]) });
      }
      for (const { rule } of said.values()) this.winning.add(rule);
      for (const tie of tiesAmong(rules)) this.ties.set(JSON.stringify(tie), tie);
      const texts = [...said.values()].map(({ text }) => text).sort();
      this.parts.set(key, (number = this.numberOf(`part ${texts.join('\n')}`)));
    }
    return number;
  }
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
