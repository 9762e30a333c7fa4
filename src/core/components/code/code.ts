import { clipped, hexOf, parseColor, rgbOf } from '../../base/color/color';
import type { MeasuredPart } from '../measured';
import type { TokenOf } from '../anatomy';

/** A part as it is drawn, in terms every platform has. Lengths in CSS pixels, which are points and dp. */
interface PartLook {
  part: string;
  size: [width: number, height: number];
  /** Top, right, bottom, left. */
  padding: [number, number, number, number];
  gap: number;
  /** Which way its content runs; undefined: it lays nothing out. */
  runs: 'across' | 'down' | undefined;
  background: Shade | undefined;
  text: Shade | undefined;
  border: { width: number; color: Shade } | undefined;
  radius: number;
  font:
    | { family: string; size: number; weight: number; lineHeight: number | undefined; spacing: number }
    | undefined;
  opacity: number;
  /** The token a property comes from. */
  token: (property: string) => string | undefined;
}

/** A colour as `#rrggbb` with its opacity, 0..1. */
export interface Shade {
  hex: string;
  alpha: number;
}

/** One language a part is written in: one file in this folder and one line in the registry. */
export interface PartCode {
  name: string;
  /** What a highlighter calls it. */
  language: string;
  write(look: PartLook): string;
}

/** The properties a frame has to tell for a part to be written. */
export const LOOK_PROPERTIES = [
  'display',
  'flex-direction',
  'background-color',
  'color',
  'border-top-color',
  'border-top-left-radius',
  'font-family',
  'font-size',
  'font-weight',
  'line-height',
  'letter-spacing',
  'opacity',
] as const;

/** What a part looks like, from what a frame measured of it. */
export function lookOf(box: MeasuredPart, tokenOf: TokenOf): PartLook {
  const number = (property: string) => Number.parseFloat(box.style[property] ?? '') || 0;
  const shade = (property: string): Shade | undefined => {
    const parsed = parseColor(box.style[property] ?? '');
    return parsed && parsed.alpha > 0
      ? { hex: hexOf({ ...clipped(rgbOf(parsed)), alpha: 1 }), alpha: parsed.alpha }
      : undefined;
  };
  const display = box.style.display ?? '';
  const flex = /flex/.test(display);
  const edge = shade('border-top-color');
  return {
    part: box.part,
    size: [box.width, box.height],
    padding: box.padding,
    gap: Math.max(...box.gap),
    runs: flex ? (/column/.test(box.style['flex-direction'] ?? '') ? 'down' : 'across') : undefined,
    background: shade('background-color'),
    text: shade('color'),
    border: box.border[0] > 0 && edge ? { width: box.border[0], color: edge } : undefined,
    radius: number('border-top-left-radius'),
    font: box.style['font-family']
      ? {
          family: box.style['font-family']
            .split(',')[0]!
            .trim()
            .replace(/^["']|["']$/g, ''),
          size: number('font-size'),
          weight: number('font-weight') || 400,
          lineHeight: number('line-height') || undefined,
          spacing: number('letter-spacing'),
        }
      : undefined,
    opacity: box.style.opacity === undefined ? 1 : number('opacity'),
    token: (property) => tokenOf(box.part, property),
  };
}

/** A number without needless digits. */
export const plainNumber = (value: number): string => String(Math.round(value * 100) / 100);
/** The token behind a value as a comment, where there is one. */
export const told = (mark: string, ...tokens: (string | undefined)[]): string => {
  const found = [...new Set(tokens.filter(Boolean))];
  return found.length > 0 ? ` ${mark} ${found.join(', ')}` : '';
};
/** `#rrggbb` with its opacity as `AARRGGBB`. */
export const argb = ({ hex, alpha }: Shade): string =>
  `${Math.round(alpha * 255)
    .toString(16)
    .padStart(2, '0')}${hex.slice(1)}`.toUpperCase();
export const sameAll = (sides: readonly number[]): boolean => sides.every((side) => side === sides[0]);
export const PADDING_NAMES = ['padding', 'padding-block', 'padding-inline', 'padding-top'] as const;
