import { colorText, parseColor, type Color } from '../base/color/color';
import { ColorIndex } from '../base/color/nearest';
import { familiesJson } from '../base/css/css-value';
import { pxText, valueParts, type PartKind } from '../base/css/value-parts';
import { isMeantFor } from '../components/bindings';
import { cssText } from '../tokens/css-text';
import type { Resolution } from '../tokens/resolve';
import { deprecationOf, TIER_RANK, tierOf } from '../tokens/tier';
import { defaultContext } from '../tokens/system';

/** CIEDE2000 up to which a colour is near to a token, and the same for lengths in px (COMMANDS, `scan`). */
const NEAR_COLOR = 2;
const NEAR_LENGTH = 1;
const MOST_SUGGESTED = 5;

interface Match {
  how: 'exact' | 'near' | 'foreign';
  /** Paths, best first. */
  suggest: string[];
}
const FOREIGN: Match = { how: 'foreign', suggest: [] };

/** Which kinds of part a type of token can stand for. */
export const KINDS: Readonly<Record<string, PartKind>> = {
  color: 'color',
  dimension: 'length',
  duration: 'duration',
  cubicBezier: 'easing',
  fontFamily: 'fontFamily',
  fontWeight: 'fontWeight',
  shadow: 'shadow',
};

/** The values of a token file's tokens, by what a value in source code can equal; of the default context. */
export class TokenValues {
  private readonly exact = new Map<string, string[]>();
  /** Shadows of several layers. */
  private readonly layered = new Set<string>();
  private readonly colors: { color: Color; key: string }[] = [];
  private readonly lengths: { px: number; key: string }[] = [];
  private readonly nearColors: ColorIndex;
  private readonly known = new Map<string, Match>();

  constructor(private readonly resolution: Resolution) {
    const at = resolution.numberOf(defaultContext(resolution.system.axes));
    for (const path of resolution.paths) {
      const resolved = resolution.value(path, at);
      const kind = resolved && KINDS[resolved.type];
      if (!kind || deprecationOf(resolution, path) !== undefined) continue;
      const css = cssText(resolved);
      if (typeof css !== 'string') continue;
      const texts = kind === 'shadow' ? valueParts('box-shadow', css).map(({ text }) => text) : [css];
      if (texts.length > 1) this.layered.add(path);
      for (const text of texts) {
        const key = keyOf(kind, text);
        const paths = this.exact.get(key);
        if (paths) {
          if (!paths.includes(path)) paths.push(path);
          continue;
        }
        this.exact.set(key, [path]);
        const color = kind === 'color' ? parseColor(text) : undefined;
        if (color) this.colors.push({ color, key });
        if (kind === 'length') this.lengths.push({ px: Number.parseFloat(pxText(text) ?? '0'), key });
      }
    }
    this.nearColors = new ColorIndex(this.colors.map(({ color }) => color));
  }

  /** The tokens a value equals, or is near to. @param text the value as CSS */
  match(kind: PartKind, text: string, property: string): Match {
    const known = `${kind} ${property} ${text}`;
    let found = this.known.get(known);
    if (!found) this.known.set(known, (found = this.find(kind, text, property)));
    return found;
  }

  /** Every token of which a value is all there is to it: not one layer of several. */
  equalTo(kind: PartKind, text: string): readonly string[] {
    const paths = this.exact.get(keyOf(kind, text)) ?? [];
    return kind === 'shadow' ? paths.filter((path) => !this.layered.has(path)) : paths;
  }

  private find(kind: PartKind, text: string, property: string): Match {
    const exact = this.exact.get(keyOf(kind, text));
    if (exact) return { how: 'exact', suggest: this.ordered(exact.map((path) => [path, 0]), property) };
    const near = (kind === 'color' ? this.closeColors(text) : kind === 'length' ? this.closeLengths(text) : []).flatMap(
      ({ key, off }) => this.exact.get(key)!.map((path): [string, number] => [path, off]),
    );
    return near.length > 0 ? { how: 'near', suggest: this.ordered(near, property) } : FOREIGN;
  } // prettier-ignore

  private closeColors(text: string): { key: string; off: number }[] {
    const color = parseColor(text);
    if (!color) return [];
    return this.nearColors
      .within(color, NEAR_COLOR)
      .filter(({ index }) => Math.abs(this.colors[index]!.color.alpha - color.alpha) <= 0.01)
      .map(({ index, difference }) => ({ key: this.colors[index]!.key, off: difference }));
  }

  private closeLengths(text: string): { key: string; off: number }[] {
    const px = Number.parseFloat(pxText(text) ?? 'NaN');
    return this.lengths.flatMap((one) => {
      const off = Math.abs(one.px - px);
      return off <= NEAR_LENGTH + 1e-9 ? [{ key: one.key, off }] : [];
    });
  }

  /** Nearest first; of those as near the ones meant for the property, then purposes before raw values. */
  private ordered(found: [path: string, off: number][], property: string): string[] {
    const rank = (path: string) =>
      (isMeantFor(property, path) ? 0 : 10) + TIER_RANK[tierOf(this.resolution, path)];
    return [...found]
      .sort(([a, offA], [b, offB]) => offA - offB || rank(a) - rank(b))
      .slice(0, MOST_SUGGESTED)
      .map(([path]) => path);
  }
}

/** Equal values have equal keys, however they are written. */
export function keyOf(kind: PartKind, text: string): string {
  if (kind === 'color') {
    const color = parseColor(text);
    return `color ${color ? colorText(color) : text}`;
  }
  if (kind === 'length') return `length ${pxText(text) ?? text}`;
  if (kind === 'duration')
    return `duration ${/ms$/.test(text) ? Number.parseFloat(text) : Number((Number.parseFloat(text) * 1000).toPrecision(10))}`;
  if (kind === 'fontFamily') {
    const families = familiesJson(text);
    return `fontFamily ${JSON.stringify(families === undefined ? text : [families].flat().map((one) => String(one).toLowerCase()))}`;
  }
  return `${kind} ${text}`;
} // prettier-ignore
