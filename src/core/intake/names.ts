import type { Color } from '../base/color/color';
import { lchOf } from '../base/color/gamut';

/** Names of hues and where each begins, in degrees of OKLCH; the last goes on to the first. Our own division. */
const HUES: readonly [from: number, name: string][] = [
  [8, 'red'],
  [42, 'orange'],
  [72, 'amber'],
  [98, 'yellow'],
  [118, 'lime'],
  [136, 'green'],
  [168, 'teal'],
  [205, 'sky'],
  [240, 'blue'],
  [284, 'violet'],
  [312, 'purple'],
  [338, 'pink'],
];

/** Chroma under which a colour passes for a grey. */
const GREY = 0.022;

/** What the hue of a colour is called; `grey` where there is next to none, `white` and `black` at the ends. */
export function hueName(color: Color): string {
  const { l, c, h } = lchOf(color);
  if (l > 0.995) return 'white';
  if (l < 0.01) return 'black';
  // Near white and black the eye makes less of the same chroma.
  if (c < GREY * Math.min(1, 0.35 + 2 * Math.min(l, 1 - l))) return 'grey';
  return HUES.findLast(([from]) => h >= from)?.[1] ?? 'pink';
}

/** Where a colour stands among the hues: greys first, with white and black at their ends. */
export function hueOrder(color: Color): number {
  const name = hueName(color);
  return HUES.findIndex((hue) => hue[1] === name) + 1;
}

/** Step names of a ramp and the OKLCH lightness each stands for. */
const LIGHTNESS: readonly [name: string, l: number][] = [
  ['50', 0.975], ['100', 0.935], ['200', 0.875], ['300', 0.8], ['400', 0.72], ['500', 0.635],
  ['600', 0.55], ['700', 0.465], ['800', 0.385], ['900', 0.31], ['950', 0.24],
]; // prettier-ignore

/** The step of a ramp whose lightness is nearest. */
export function stepName(color: Color): string {
  const { l } = lchOf(color);
  return LIGHTNESS.reduce((best, step) => (Math.abs(step[1] - l) < Math.abs(best[1] - l) ? step : best))[0];
}
