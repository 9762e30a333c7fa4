import { append } from '../base/append';
import type { ComponentDefinition } from './definition';
import { ordered } from '../document/item';
import { axesOf } from './combinations';
import { effectiveStates, type Combination } from './condition';
import { renderComponent } from './render';
import type { RuleEntry } from './style';
import { RuleMatcher } from './rule-matcher';

/** Rules of equal strength that hold together and say different things of one property: the later one wins. */
export interface RuleTie {
  first: string;
  second: string;
  part: string;
  property: string;
}

/** How combinations look: what one could tell apart, as a number; and on the way, what the rules come to. */
export class Looks {
  readonly holding = new Set<string>();
  readonly winning = new Set<string>();
  readonly ties = new Map<string, RuleTie>();
  private readonly matcher: RuleMatcher;
  private readonly numbers = new Map<string, number>();
  private readonly parts = new Map<string, number>();
  private readonly markups = new Map<string, number>();
  private readonly axes: string[];
  /** Props, and states, that the template speaks of: nothing else can change the markup. */
  private readonly spoken: (name: string) => boolean;
  private readonly passed: string[];

  constructor(
    private readonly component: ComponentDefinition,
    /** The properties by which looks are told apart; all, where it is left out. */
    private readonly counts: (property: string) => boolean = () => true,
  ) {
    this.matcher = new RuleMatcher(component);
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

  /** How it looks and what state it is in. */
  of(combination: Combination): number {
    return this.numberOf(
      `${this.styleOf(combination)} in ${[...effectiveStates(combination.states)].join('+')}`,
    );
  }

  /** What its rules and its template come to, whatever state brings it about. */
  styleOf(combination: Combination): number {
    this.matcher.turnTo(combination);
    let style = `${this.markupOf(combination)}`;
    for (const name of this.passed) style += `\n${combination.props[name] ?? ''}`;
    for (const part of this.matcher.rules.keys()) style += ` ${this.partOf(part)}`;
    return this.numberOf(style);
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
    const key = `${part} ${this.matcher.keyOf(part)}`;
    let number = this.parts.get(key);
    if (number === undefined) {
      const said = new Map<string, { rule: string; text: string }>();
      const rules = this.matcher.holding(part);
      for (const { id, declarations } of rules) {
        this.holding.add(id);
        for (const [property, value] of declarations)
          if (this.counts(property))
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
function tiesAmong(rules: readonly RuleEntry[]): RuleTie[] {
  const said = new Map<string, { rule: RuleEntry; value: string }[]>();
  for (const rule of rules)
    for (const [property, value] of rule.declarations) {
      const key = `${rule.part} ${property}`;
      append(said, key, { rule, value: JSON.stringify(value) });
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
