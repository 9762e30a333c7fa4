import { clipped, parseColor, rgbOf, type Rgb } from '../color/color';
import { composite, contrastRatio } from '../color/contrast';
import { ordered, type ComponentItem, type Items } from '../documents/items';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';
import { allHold, defaultProps, type Combination } from './condition';
import { declaredStyle, rulesByStrength, valueCss } from './style';
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

/** Every combination of choices and flags in every state: the first prop turning slowest, states fastest. */
export function combinationsOf(component: ComponentItem): Combination[] {
  let all: Record<string, string>[] = [defaultProps(component)];
  for (const prop of ordered(component.props)) {
    const values = prop.kind === 'choice' ? prop.values : prop.kind === 'flag' ? ['', 'true'] : undefined;
    if (values) all = all.flatMap((props) => values.map((value) => ({ ...props, [prop.name]: value })));
  }
  const states = [...statesOf(component), ...component.states.map((state) => [state])];
  return all.flatMap((props) => states.map((names) => ({ props, states: names })));
}

/** The standard states of a component that can be operated; of one that cannot, rest alone. */
export function statesOf(component: ComponentItem): readonly (readonly string[])[] {
  const parts = partAncestry(templateOf(component.template).root);
  return [...parts.values()].some((part) => part.interactive) ? STANDARD_STATES : STANDARD_STATES.slice(0, 1);
}

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

/** The combination of every prop's value with every state, each with its contrasts under all contexts, failing ones first. */
export function matrixOf(
  component: ComponentItem,
  items: Items,
  resolution: Resolution,
  ground: (context: number) => Rgb,
): MatrixCell[] {
  const rules = rulesByStrength(component);
  const cells = combinationsOf(component).map((combination): MatrixCell => {
    const styles = resolution.contexts.map((_, context) =>
      partStyles(component, items, resolution, combination, context, rules),
    );
    const checks = worstChecks(component, combination, styles, resolution, ground);
    return { combination, checks, fails: checks.some((check) => !check.passes) };
  });
  return cells.sort((a, b) => Number(b.fails) - Number(a.fails));
}

/** CSS longhands declared for each part under one combination and context, in cascade order. */
export function partStyles(
  component: ComponentItem,
  items: Items,
  resolution: Resolution,
  combination: Combination,
  context: number,
  rules = rulesByStrength(component),
): Map<string, Map<string, string>> {
  const styles = new Map<string, Map<string, string>>();
  for (const [part, declarations] of declaredStyle(component, combination, rules)) {
    const style = new Map<string, string>();
    for (const { property, value } of declarations) {
      for (const [longhand, text] of valueCss(property, value, items, resolution, context) ?? []) {
        style.delete(longhand);
        style.set(longhand, text);
      }
    }
    styles.set(part, style);
  }
  return styles;
}

function worstChecks(
  component: ComponentItem,
  combination: Combination,
  styles: Map<string, Map<string, string>>[],
  resolution: Resolution,
  ground: (context: number) => Rgb,
): ContrastCheck[] {
  const parts = partAncestry(templateOf(component.template).root);
  const shows = new Map(ordered(component.parts).map((part) => [part.name, part.shows]));
  const exempt = combination.states.includes('disabled');
  const found: ContrastCheck[] = [];
  for (const [part, { ancestors, when }] of parts) {
    const shown = when.filter((condition) => condition.kind !== 'flag' || component.props[condition.prop]);
    if (!allHold(shown, combination)) continue;
    const measure = (
      kind: ContrastCheck['kind'],
      ratioIn: (context: number) => { ratio: number | undefined; needs: number } | null,
    ) => {
      let worst: ContrastCheck | undefined;
      for (let context = 0; context < resolution.contexts.length; context++) {
        const outcome = ratioIn(context);
        if (!outcome) continue;
        const needs = exempt ? undefined : outcome.needs;
        const passes = outcome.ratio === undefined || needs === undefined || outcome.ratio >= needs;
        const check = {
          part,
          kind,
          ratio: outcome.ratio,
          needs,
          worst: resolution.contexts[context],
          passes,
        };
        const rank = (c: ContrastCheck) => (c.ratio === undefined ? -1 : c.ratio / (c.needs ?? 1));
        if (!worst || rank(check) < rank(worst)) worst = check;
      }
      if (worst) found.push(worst);
    };
    const kind = shows.get(part);
    if (kind === 'text' || kind === 'icon') {
      measure(kind, (context) => {
        const style = styles[context]!;
        const color = [part, ...ancestors]
          .map((name) => style.get(name)?.get('color'))
          .find((text) => text !== undefined);
        if (color === undefined) return { ratio: undefined, needs: 4.5 };
        return {
          ratio: ratioOn(color, [part, ...ancestors], style, ground(context)),
          needs: kind === 'icon' ? 3 : textNeed(style, [part, ...ancestors]),
        };
      });
    }
    if (!parts.get(part)!.interactive) continue;
    measure('border', (context) => {
      const style = styles[context]!.get(part);
      const border = style?.get('border-color');
      if (!style || border === undefined || isClear(border)) return null;
      // A border of the surface's own colour is no boundary: the surface is.
      if (border === style.get('background-color')) return null;
      return { ratio: ratioOn(border, ancestors, styles[context]!, ground(context)), needs: 3 };
    });
  }
  return found;
}

const isClear = (text: string) => parseColor(text)?.alpha === 0;

/** WCAG 2.2, 1.4.3: large text is at least 24 px, or bold and at least 18.66 px. `rem` counts as 16 px. */
function textNeed(style: Map<string, Map<string, string>>, chain: string[]): number {
  const inherited = (property: string) =>
    chain.map((part) => style.get(part)?.get(property)).find((text) => text !== undefined);
  const [, number, unit] = /^([\d.]+)(px|rem)$/.exec(inherited('font-size') ?? '') ?? [];
  const size = number === undefined ? 16 : Number(number) * (unit === 'rem' ? 16 : 1);
  const bold = Number(inherited('font-weight') ?? 400) >= 700;
  return size >= 24 || (bold && size >= 18.66) ? 3 : 4.5;
}

/** Contrast of a colour on the surfaces of `chain`, nearest first, composited down to the ground; undefined: not known. */
function ratioOn(
  color: string,
  chain: string[],
  style: Map<string, Map<string, string>>,
  ground: Rgb,
): number | undefined {
  const front = parseColor(color);
  if (!front) return undefined;
  let surface: Rgb | undefined;
  for (const part of chain) {
    const own = style.get(part);
    if (
      own?.has('opacity') ||
      own?.has('background-image') ||
      own?.get('position') === 'absolute' ||
      own?.get('position') === 'fixed'
    )
      return undefined;
    const text = own?.get('background-color') ?? own?.get('background');
    if (text === undefined || text === 'none') continue;
    const parsed = parseColor(text);
    if (!parsed) return undefined;
    const layer = clipped(rgbOf(parsed));
    surface = surface ? composite(surface, layer) : layer;
    if (surface.alpha >= 1) break;
  }
  return contrastRatio(rgbOf(front), surface ?? { r: 0, g: 0, b: 0, alpha: 0 }, ground);
}
