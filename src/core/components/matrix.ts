import type { Rgb } from '../color/color';
import { ordered, type ComponentItem, type Items } from '../documents/items';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';
import { combinations } from './combinations';
import { allHold, conditionHolds, effectiveStates, type Combination } from './condition';
import { declaredStyle, rulesByStrength, valueCss, type DeclaredValue, type RuleEntry } from './style';
import { borderContrast, contentContrast, type Measured, type PartStyles } from './surfaces';
import { partAncestry, templateOf } from './template';

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

/**
 * Every allowed combination with its contrasts under all contexts. Cells share work: a part's styles are worked out once
 * for each set of its rules that hold together, and a contrast once for each such choice along the parts it stands in.
 */
export function matrixOf(
  component: ComponentItem,
  items: Items,
  resolution: Resolution,
  ground: (context: number) => Rgb,
): Matrix {
  const { all, ...counts } = combinations(component);
  const asked = askedOf(component);
  const looks = new PartLooks(component, items, resolution);
  const known = new Map<string, ContrastCheck | undefined>();
  const cells = all.map((combination): MatrixCell => {
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
    return { combination, checks, fails: checks.some((check) => !check.passes) };
  });
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
  private readonly rules = new Map<string, RuleEntry[]>();
  private readonly sayings = new Map<string, Sayings[]>();
  /** For each part, which of each property's sayings wins; -1: none. */
  private readonly winning = new Map<string, number[]>();
  private readonly keys = new Map<string, string>();
  private readonly known = new Map<string, Map<string, string>>();

  constructor(
    component: ComponentItem,
    private readonly items: Items,
    private readonly resolution: Resolution,
  ) {
    for (const rule of rulesByStrength(component)) {
      const rules = this.rules.get(rule.part) ?? [];
      const sayings = this.sayings.get(rule.part) ?? [];
      let told = false;
      rule.declarations.forEach(([property, value], i) => {
        if (!TELLING.has(property) && !this.isExpanded(property, value)) return;
        told = true;
        let saying = sayings.find((one) => one.property === property);
        if (!saying) sayings.push((saying = { property, by: [] }));
        const place = rules.length * 1000 + i;
        saying.by.unshift({ rule: rules.length, place, value: { property, value, rule: rule.id } });
      });
      if (told) rules.push(rule);
      this.rules.set(rule.part, rules);
      this.sayings.set(rule.part, sayings);
    }
  }

  /** Whether a value stands for several longhands, some of which may tell. */
  private isExpanded(property: string, value: DeclaredValue['value']): boolean {
    if ('raw' in value) return false;
    const css = valueCss(property, value, this.items, this.resolution, 0);
    return css !== undefined && (css.length !== 1 || css[0]![0] !== property);
  }

  turnTo({ props, states }: Combination): void {
    const effective = effectiveStates(states);
    for (const [part, sayings] of this.sayings) {
      const holds = this.rules
        .get(part)!
        .map(({ when }) => when.every((condition) => conditionHolds(condition, props, effective)));
      const winning = sayings.map(({ by }) => by.findIndex(({ rule }) => holds[rule]));
      this.winning.set(part, winning);
      this.keys.set(part, winning.join(' '));
    }
  }

  keyOf(chain: readonly string[]): string {
    let key = '';
    for (const part of chain) key += `,${this.keys.get(part) ?? ''}`;
    return key;
  }

  styles(chain: readonly string[], context: number): PartStyles {
    return new Map(chain.map((part) => [part, this.styleOf(part, context)]));
  }

  private styleOf(part: string, context: number): Map<string, string> {
    const key = `${context} ${part} ${this.keys.get(part) ?? ''}`;
    let style = this.known.get(key);
    if (!style) {
      const sayings = this.sayings.get(part) ?? [];
      const won = (this.winning.get(part) ?? []).flatMap((at, i) => sayings[i]!.by[at] ?? []);
      const declared = won.sort((a, b) => a.place - b.place).map(({ value }) => value);
      this.known.set(key, (style = cssOf(declared, this.items, this.resolution, context)));
    }
    return style;
  }
}
