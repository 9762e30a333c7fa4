import type { Rgb } from '../color/color';
import { ordered, type ComponentItem, type Items } from '../documents/items';
import { inOneGo, type Steps } from '../steps';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';
import { combinations } from './combinations';
import { allHold, type Combination } from './condition';
import { declaredStyle, rulesByStrength, valueCss, type DeclaredValue } from './style';
import { borderContrast, contentContrast, type Measured, type PartStyles } from './surfaces';
import { partAncestry, templateOf } from './template';
import { Turning } from './turning';

export interface ContrastCheck {
  part: string;
  kind: 'text' | 'icon' | 'border';
  /** The lowest ratio over all contexts; undefined: not known, to be measured. */
  ratio: number | undefined;
  /** The ratio needed; undefined where WCAG asks for none (a disabled control). */
  needs: number | undefined;
  /** The context in which the lowest ratio holds. */
  worst: Context | undefined;
  passes: boolean;
}

export interface MatrixCell {
  combination: Combination;
  checks: ContrastCheck[];
  fails: boolean;
}

export interface Matrix {
  /** In the order the combinations turn. */
  cells: MatrixCell[];
  size: number;
  excluded: number;
  sampled: boolean;
}

/** CSS longhands declared for each part under one combination and context, in cascade order. */
export function partStyles(
  component: ComponentItem,
  items: Items,
  resolution: Resolution,
  combination: Combination,
  context: number,
  rules = rulesByStrength(component),
): PartStyles {
  const declared = declaredStyle(component, combination, rules);
  return new Map([...declared].map(([part, values]) => [part, cssOf(values, items, resolution, context)]));
}

function cssOf(
  declarations: readonly DeclaredValue[],
  items: Items,
  resolution: Resolution,
  context: number,
): Map<string, string> {
  const style = new Map<string, string>();
  for (const { property, value } of declarations)
    for (const [longhand, text] of valueCss(property, value, items, resolution, context) ?? []) {
      style.delete(longhand);
      style.set(longhand, text);
    }
  return style;
}

/** A contrast to be looked at: where it stands and when it shows. */
interface Asked {
  part: string;
  kind: ContrastCheck['kind'];
  chain: readonly string[];
  shownWhen: (combination: Combination) => boolean;
}

/** The contrasts a component has, over all combinations. */
function askedOf(component: ComponentItem): Asked[] {
  const shows = new Map(ordered(component.parts).map((part) => [part.name, part.shows]));
  const flags = new Set(
    Object.values(component.props).flatMap(({ name, kind }) => (kind === 'flag' ? [name] : [])),
  );
  return [...partAncestry(templateOf(component.template).root)].flatMap(([part, placed]) => {
    const chain = [part, ...placed.ancestors];
    // A part that shows where a slot or text is filled is looked at as if it were.
    const when = placed.when.filter((condition) => condition.kind !== 'flag' || flags.has(condition.prop));
    const shownWhen = (combination: Combination) => allHold(when, combination);
    const kind = shows.get(part);
    const asked: Asked[] = [];
    if (kind === 'text' || kind === 'icon') asked.push({ part, kind, chain, shownWhen });
    if (placed.interactive) asked.push({ part, kind: 'border', chain, shownWhen });
    return asked;
  });
}

/** One contrast in its worst context. `styleIn` gives the styles of the parts under one context. */
function worstOf(
  { part, kind, chain }: Asked,
  exempt: boolean,
  resolution: Resolution,
  ground: (context: number) => Rgb,
  styleIn: (context: number) => PartStyles,
): ContrastCheck | undefined {
  let worst: ContrastCheck | undefined;
  const rank = (check: ContrastCheck | Measured) =>
    check.ratio === undefined ? -1 : check.ratio / (check.needs ?? 1);
  for (let context = 0; context < resolution.contexts.length; context++) {
    const styles = styleIn(context);
    const outcome =
      kind === 'border'
        ? borderContrast(part, chain.slice(1), styles, ground(context))
        : contentContrast(kind, chain, styles, ground(context));
    if (!outcome) continue;
    const { ratio } = outcome;
    const needs = exempt ? undefined : outcome.needs;
    const passes = ratio === undefined || needs === undefined || ratio >= needs;
    const check = { part, kind, ratio, needs, worst: resolution.contexts[context], passes };
    if (!worst || rank(check) < rank(worst)) worst = check;
  }
  return worst;
}

/** The contrasts of one cell on its own, under all contexts: the definition that `matrixOf` shares the work of. */
export function cellChecks(
  component: ComponentItem,
  items: Items,
  resolution: Resolution,
  combination: Combination,
  ground: (context: number) => Rgb,
): ContrastCheck[] {
  const rules = rulesByStrength(component);
  const styles = resolution.contexts.map((_, context) =>
    partStyles(component, items, resolution, combination, context, rules),
  );
  const exempt = combination.states.includes('disabled');
  return askedOf(component).flatMap((asked) => {
    if (!asked.shownWhen(combination)) return [];
    const check = worstOf(asked, exempt, resolution, ground, (context) => styles[context]!);
    return check ? [check] : [];
  });
}

/** Every allowed combination with its contrasts under all contexts. */
export const matrixOf = (...given: Parameters<typeof matrixSteps>): Matrix => inOneGo(matrixSteps(...given));

/**
 * The same in steps of 200 cells. Cells share work: a part's styles are worked out once for each set of its rules that hold
 * together, and a contrast once for each such choice along the parts it stands in.
 */
export function* matrixSteps(
  component: ComponentItem,
  items: Items,
  resolution: Resolution,
  ground: (context: number) => Rgb,
): Steps<Matrix> {
  const { all, ...counts } = combinations(component);
  const asked = askedOf(component);
  const looks = new PartLooks(component, items, resolution);
  const known = new Map<string, ContrastCheck | undefined>();
  const cells: MatrixCell[] = [];
  for (const combination of all) {
    if (cells.length % 200 === 199) yield cells.length / all.length;
    looks.turnTo(combination);
    const exempt = combination.states.includes('disabled');
    const checks: ContrastCheck[] = [];
    asked.forEach((one, i) => {
      if (!one.shownWhen(combination)) return;
      const key = `${i}${exempt ? 'x' : ' '}${looks.keyOf(one.chain)}`;
      let check = known.get(key);
      if (check === undefined && !known.has(key))
        known.set(
          key,
          (check = worstOf(one, exempt, resolution, ground, (context) => looks.styles(one.chain, context))),
        );
      if (check) checks.push(check);
    });
    cells.push({ combination, checks, fails: checks.some((check) => !check.passes) });
  }
  return { cells, ...counts };
}

/** The properties that contrasts are read from; a rule about anything else makes no difference to them. */
const TELLING = new Set([
  'color',
  'background',
  'background-color',
  'background-image',
  'border-color',
  'opacity',
  'position',
  'font',
  'font-size',
  'font-weight',
]);

/** What a part's rules say of one property, strongest first; each with its place in the cascade. */
interface Sayings {
  property: string;
  by: { rule: number; place: number; value: DeclaredValue }[];
}

/** The telling styles of parts, each known by which rules win its telling properties. */
class PartLooks {
  private readonly turning: Turning;
  private readonly sayings = new Map<string, Sayings[]>();
  /** By part and the rules that hold: which of each property's sayings wins; -1: none. */
  private readonly winning = new Map<string, { key: string; at: number[] }>();
  private readonly known = new Map<string, Map<string, string>>();

  constructor(
    component: ComponentItem,
    private readonly items: Items,
    private readonly resolution: Resolution,
  ) {
    this.turning = new Turning(component);
    for (const [part, rules] of this.turning.rules) {
      const sayings: Sayings[] = [];
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
    this.turning.turnTo(combination);
  }

  private winnersOf(part: string): { key: string; at: number[] } {
    const holds = this.turning.keyOf(part);
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
      this.known.set(key, (style = cssOf(declared, this.items, this.resolution, context)));
    }
    return style;
  }
}
