import { parseColor, type Color } from '../base/color/color';
import { colorDifference } from '../base/color/difference';
import { lengthJson } from '../base/css/css-value';
import { cssLine } from '../tokens/css-text';
import type { Facet } from '../tokens/facet';
import { TIER_RANK, tierOf, type Tier } from '../tokens/tier';
import { pxOf } from '../tokens/types/dimension';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';

/** CIEDE2000 up to which a colour is near. */
const NEAR_COLOR = 5;
/** CSS px up to which a length is near. */
const NEAR_LENGTH = 2;

/** What a property is about: the type of token it takes, what the path of one meant for it speaks of, and of others not. */
interface About {
  properties: RegExp;
  types: readonly string[];
  purpose: RegExp;
}

/** By the names that token paths mostly carry: common practice, no source. */
const ABOUT: readonly About[] = [
  {
    properties: /^(color|fill|caret-color|text-decoration-color)$/,
    types: ['color'],
    purpose: /text|ink|icon/,
  },
  { properties: /^background(-color)?$/, types: ['color', 'gradient'], purpose: /surface|ground|fill/ },
  {
    properties: /^(border|outline)(-[a-z]+)*-color$|^stroke$/,
    types: ['color'],
    purpose: /border|line|stroke|focus/,
  },
  { properties: /^font$/, types: ['typography'], purpose: /text|type|font/ },
  { properties: /^font-size$/, types: ['dimension'], purpose: /size|type|font|text/ },
  { properties: /^font-family$/, types: ['fontFamily'], purpose: /font|family/ },
  { properties: /^font-weight$/, types: ['fontWeight'], purpose: /weight/ },
  { properties: /^line-height$/, types: ['number', 'dimension'], purpose: /line|leading/ },
  { properties: /^letter-spacing$/, types: ['dimension'], purpose: /letter|tracking/ },
  { properties: /radius$/, types: ['dimension'], purpose: /radi|corner/ },
  {
    properties: /^(border|outline)(-[a-z]+)*-width$|^stroke-width$/,
    types: ['dimension'],
    purpose: /stroke|border|line|width/,
  },
  {
    properties: /^(border|outline)(-(top|right|bottom|left|block|inline)(-(start|end))?)?$/,
    types: ['border'],
    purpose: /border|line/,
  },
  {
    properties: /^(padding|margin|inset)(-[a-z]+)*$|gap$|^(top|right|bottom|left)$/,
    types: ['dimension'],
    purpose: /spac|gap|inset/,
  },
  {
    properties: /^(min-|max-)?(width|height|inline-size|block-size)$/,
    types: ['dimension'],
    purpose: /width|height|target|measure/,
  },
  { properties: /^(box|text)-shadow$/, types: ['shadow'], purpose: /shadow|elevation/ },
  { properties: /^(transition|animation)$/, types: ['transition'], purpose: /motion|transition/ },
  {
    properties: /^(transition|animation)-(duration|delay)$/,
    types: ['duration'],
    purpose: /time|duration|motion/,
  },
  {
    properties: /^(transition|animation)-timing-function$/,
    types: ['cubicBezier'],
    purpose: /ease|easing|motion/,
  },
  {
    properties: /^(opacity|z-index|order|flex-grow|flex-shrink)$/,
    types: ['number'],
    purpose: /opacity|layer|order/,
  },
];

/** Whether a token's path speaks of what a property is about. */
export const isMeantFor = (property: string, path: string): boolean =>
  ABOUT.find(({ properties }) => properties.test(property))?.purpose.test(path.toLowerCase()) ?? false;

/** Whether a token's type is one a property takes, and its path speaks of it. */
export const isMadeFor = (property: string, path: string, type: string): boolean =>
  Boolean(ABOUT.find(({ properties }) => properties.test(property))?.types.includes(type)) &&
  isMeantFor(property, path);

/** A token that a property could be bound to. */
export interface Binding {
  path: string;
  tier: Tier;
  /** Its value through the lens, as CSS. */
  css: string;
  /** CIEDE2000, px or ms from the value it would stand for; undefined: there is none to compare with. */
  off: number | undefined;
  /** Whether its path speaks of what the property is about. */
  meant: boolean;
}

interface Candidate extends Omit<Binding, 'off' | 'meant'> {
  type: string;
  measure: Measure | undefined;
}
type Measure = { kind: 'color'; color: Color } | { kind: 'length' | 'time'; size: number };

/** A value that can be nearer to or further from another: a colour, a length in px or a time in ms. */
function measureOf(css: string): Measure | undefined {
  const text = css.trim();
  const length = lengthJson(text);
  if (length !== undefined) return { kind: 'length', size: pxOf(length) };
  const [, number, unit] = /^(-?\d*\.?\d+)(m?s)$/.exec(text) ?? [];
  if (number !== undefined) return { kind: 'time', size: Number(number) * (unit === 's' ? 1000 : 1) };
  const color = parseColor(text);
  return color && { kind: 'color', color };
}

function distance(a: Measure, b: Measure): number | undefined {
  if (a.kind !== b.kind) return undefined;
  if (a.kind !== 'color') return Math.abs(a.size - (b as typeof a).size);
  const other = (b as typeof a).color;
  if (Math.abs(a.color.alpha - other.alpha) > 0.01) return undefined;
  const off = colorDifference(a.color, other);
  return off < 0.01 ? 0 : off;
}

function candidateOf(resolution: Resolution, path: string, lens: Context | number): Candidate | undefined {
  const resolved = resolution.value(path, lens);
  if (!resolved) return undefined;
  const css = cssLine(resolved);
  return { path, type: resolved.type, css, tier: tierOf(resolution, path), measure: measureOf(css) };
}

/** Whether a token could be suggested for a value, were no other nearer. */
function couldBe({ type, css, measure }: Candidate, property: string, value: string): boolean {
  const about = ABOUT.find(({ properties }) => properties.test(property));
  const wanted = measureOf(value);
  if (!about?.types.includes(type)) return false;
  if (!wanted) return css === value.trim();
  const off = measure && distance(wanted, measure);
  return off !== undefined && off <= nearOf(wanted);
}

const nearOf = ({ kind }: Measure): number =>
  kind === 'color' ? NEAR_COLOR : kind === 'length' ? NEAR_LENGTH : 0;

/** The tokens of a library as what properties of components can be bound to, looked at through one lens. */
export class Bindings {
  /** By the token's number; undefined of one without a value. */
  private readonly candidates: readonly (Candidate | undefined)[];
  private readonly suggested = new Map<string, ReturnType<Bindings['suggest']>>();

  constructor(
    resolution: Resolution,
    lens: Context | number,
    candidates?: readonly (Candidate | undefined)[],
  ) {
    this.candidates = candidates ?? resolution.paths.map((path) => candidateOf(resolution, path, lens));
  }

  /** The same under the default lens after a change; a suggestion stays where none of the tokens touched could be it. */
  static readonly DEFAULT: Facet<Bindings> = {
    of: (resolution) => new Bindings(resolution, 0),
    after(before, { after, touched }) {
      const candidates = before.candidates.slice();
      for (const token of touched) candidates[token] = candidateOf(after, after.paths[token]!, 0);
      const next = new Bindings(after, 0, candidates);
      const moved = [...touched].flatMap((token) => [before.candidates[token], candidates[token]]);
      for (const [key, found] of before.suggested) {
        const [property, value] = key.split('\n') as [string, string];
        if (!moved.some((one) => one && couldBe(one, property, value))) next.suggested.set(key, found);
      }
      return next;
    },
  };

  /**
   * What a property can be bound to, best first: by closeness to the value typed, where it is one; then those meant for the
   * property, then purposes before raw values. Words narrow it to paths that hold them all.
   */
  choices(property: string, typed: string): Binding[] {
    const about = ABOUT.find(({ properties }) => properties.test(property));
    const value = measureOf(typed);
    const words = value ? [] : typed.replace(/[{}]/g, ' ').toLowerCase().split(/\s+/).filter(Boolean);
    return this.candidates
      .flatMap((candidate): Binding[] => {
        if (!candidate) return [];
        const { type, measure, ...token } = candidate;
        if (about && !about.types.includes(type)) return [];
        if (!words.every((word) => token.path.toLowerCase().includes(word))) return [];
        const off = value && measure ? distance(value, measure) : undefined;
        if (value && off === undefined) return [];
        return [{ ...token, off, meant: about?.purpose.test(token.path.toLowerCase()) ?? false }];
      })
      .sort(
        (a, b) =>
          (a.off ?? 0) - (b.off ?? 0) ||
          Number(b.meant) - Number(a.meant) ||
          TIER_RANK[a.tier] - TIER_RANK[b.tier],
      );
  }

  /** The token a raw value could be: one with the same value, or else near to it; undefined where there is none. */
  suggest(property: string, value: string): (Binding & { exact: boolean }) | undefined {
    const key = `${property}\n${value}`;
    if (!this.suggested.has(key)) this.suggested.set(key, this.find(property, value));
    return this.suggested.get(key);
  }

  private find(property: string, value: string): (Binding & { exact: boolean }) | undefined {
    const about = ABOUT.find(({ properties }) => properties.test(property));
    if (!about) return undefined;
    const measure = measureOf(value);
    if (!measure) {
      const same = this.candidates.find(
        (candidate) => candidate && about.types.includes(candidate.type) && candidate.css === value.trim(),
      );
      return same && { ...same, off: 0, meant: true, exact: true };
    }
    // A radius and a space may be equal by chance: of sizes only those meant for the property are offered.
    const [first] = this.choices(property, value).filter(({ meant }) => meant || measure.kind !== 'length');
    if (!first || first.off! > nearOf(measure)) return undefined;
    return { ...first, exact: first.off === 0 };
  }
}
