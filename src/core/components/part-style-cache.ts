import type { ComponentDefinition } from './definition';
import type { Items } from '../document/item';
import type { Resolution } from '../tokens/resolve';
import { cssOf, TELLING, withKept } from './cell-style';
import type { Combination } from './condition';
import { affectedProperties, type KeptReach } from './passthrough-css';
import { valueCss, type DeclaredValue } from './style';
import type { PartStyles } from './surfaces';
import { RuleMatcher } from './rule-matcher';

/** What a part's rules say of one property, strongest first; each with its place in the cascade. */
interface PropertyCandidates {
  property: string;
  by: { rule: number; place: number; value: DeclaredValue }[];
}

/** The telling styles of parts, each known by which rules win its telling properties. */
export class PartStyleCache {
  private readonly matcher: RuleMatcher;
  private readonly reach: KeptReach;
  private readonly sayings = new Map<string, PropertyCandidates[]>();
  /** By part and the rules that hold: which of each property's sayings wins; -1: none. */
  private readonly winning = new Map<string, { key: string; at: number[] }>();
  private readonly known = new Map<string, Map<string, string>>();

  constructor(
    component: ComponentDefinition,
    private readonly items: Items,
    private readonly resolution: Resolution,
  ) {
    this.matcher = new RuleMatcher(component);
    this.reach = affectedProperties(component);
    for (const [part, rules] of this.matcher.rules) {
      const sayings: PropertyCandidates[] = [];
      rules.forEach((rule, place) =>
        rule.declarations.forEach(([property, value], i) => {
          if (!TELLING.has(property) && !this.isExpanded(property, value)) return;
          let saying = sayings.find((one) => one.property === property);
          if (!saying) sayings.push((saying = { property, by: [] }));
          saying.by.unshift({
            rule: place,
            place: place * 1000 + i,
            value: { property, value, rule: rule.id },
          });
        }),
      );
      this.sayings.set(part, sayings);
    }
  }

  /** Whether a value stands for several longhands, some of which may tell. */
  private isExpanded(property: string, value: DeclaredValue['value']): boolean {
    if ('raw' in value) return false;
    const css = valueCss(property, value, this.items, this.resolution, 0);
    return css !== undefined && (css.length !== 1 || css[0]![0] !== property);
  }

  turnTo(combination: Combination): void {
    this.matcher.turnTo(combination);
  }

  private winnersOf(part: string): { key: string; at: number[] } {
    const holds = this.matcher.keyOf(part);
    const place = `${part} ${holds}`;
    let winners = this.winning.get(place);
    if (!winners) {
      const at = (this.sayings.get(part) ?? []).map(({ by }) =>
        by.findIndex(({ rule }) => holds[rule] === '1'),
      );
      this.winning.set(place, (winners = { key: at.join(' '), at }));
    }
    return winners;
  }

  keyOf(chain: readonly string[]): string {
    let key = '';
    for (const part of chain) key += `,${this.winnersOf(part).key}`;
    return key;
  }

  styles(chain: readonly string[], context: number): PartStyles {
    return new Map(chain.map((part) => [part, this.styleOf(part, context)]));
  }

  private styleOf(part: string, context: number): Map<string, string> {
    const winners = this.winnersOf(part);
    const key = `${context} ${part} ${winners.key}`;
    let style = this.known.get(key);
    if (!style) {
      const sayings = this.sayings.get(part) ?? [];
      const won = winners.at.flatMap((at, i) => sayings[i]!.by[at] ?? []);
      const declared = won.sort((a, b) => a.place - b.place).map(({ value }) => value);
      style = withKept(cssOf(declared, this.items, this.resolution, context), this.reach.get(part))!;
      this.known.set(key, style);
    }
    return style;
  }
}
