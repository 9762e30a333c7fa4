import { clipped, parseColor, rgbOf, type Rgb } from '../base/color/color';
import { composite, contrastRatio } from '../base/color/contrast';
import { NOT_KNOWN } from './passthrough-css';

/** CSS longhands declared for each part under one combination and context, in cascade order. */
export type PartStyles = Map<string, Map<string, string>>;

/** A contrast found in one context; the ratio undefined: not known, to be measured. */
interface Measured {
  ratio: number | undefined;
  needs: number;
}

/** Text or an icon on its surface; `chain` is the part and those it stands in, nearest first. */
export function contentContrast(
  kind: 'text' | 'icon',
  chain: readonly string[],
  styles: PartStyles,
  backdrop: Rgb,
): Measured {
  const color = inherited('color', chain, styles);
  if (color === undefined) return { ratio: undefined, needs: 4.5 };
  return {
    ratio: ratioOn(color, chain, styles, backdrop),
    needs: kind === 'icon' ? 3 : textNeed(styles, chain),
  };
}

/** The boundary of something that can be operated; null where it has none of its own. */
export function borderContrast(
  part: string,
  ancestors: readonly string[],
  styles: PartStyles,
  backdrop: Rgb,
): Measured | null {
  const style = styles.get(part);
  const border = style?.get('border-color');
  if (!style || border === undefined || parseColor(border)?.alpha === 0) return null;
  // A border of the surface's own colour is no boundary: the surface is.
  if (border === style.get('background-color')) return null;
  return { ratio: ratioOn(border, ancestors, styles, backdrop), needs: 3 };
}

const inherited = (property: string, chain: readonly string[], styles: PartStyles) =>
  chain.map((part) => styles.get(part)?.get(property)).find((text) => text !== undefined);

/** WCAG 2.2, 1.4.3: large text is at least 24 px, or bold and at least 18.66 px. `rem` counts as 16 px. */
function textNeed(styles: PartStyles, chain: readonly string[]): number {
  const [, number, unit] = /^([\d.]+)(px|rem)$/.exec(inherited('font-size', chain, styles) ?? '') ?? [];
  const size = number === undefined ? 16 : Number(number) * (unit === 'rem' ? 16 : 1);
  const weight = inherited('font-weight', chain, styles) ?? '400';
  return needOf(size, weight === 'bold' || Number(weight) >= 700);
}

/** The ratio text of a size in CSS px needs (WCAG 2.2, 1.4.3). */
export const needOf = (size: number, bold: boolean): number =>
  size >= 24 || (bold && size >= 18.66) ? 3 : 4.5;

/** Contrast of a colour on the surfaces of `chain`, nearest first, composited down to the ground; undefined: not known. */
function ratioOn(
  color: string,
  chain: readonly string[],
  styles: PartStyles,
  backdrop: Rgb,
): number | undefined {
  const front = parseColor(color);
  if (!front) return undefined;
  let surface: Rgb | undefined;
  for (const part of chain) {
    const own = styles.get(part);
    const position = own?.get('position');
    if (
      (own?.get('opacity') ?? '1') !== '1' ||
      own?.has('background-image') ||
      position === 'absolute' ||
      position === 'fixed' ||
      position === NOT_KNOWN
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
  return contrastRatio(rgbOf(front), surface ?? { r: 0, g: 0, b: 0, alpha: 0 }, backdrop);
}
