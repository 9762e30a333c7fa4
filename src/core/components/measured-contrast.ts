import { clipped, parseColor, rgbOf, type Rgb } from '../base/color/color';
import { composite, contrastRatio } from '../base/color/contrast';
import type { MeasuredPart, Sides } from './measured';
import { needOf } from './surfaces';

const SIDES = ['top', 'right', 'bottom', 'left'] as const;

/** What a frame has to tell of every part for its contrasts to be worked out. */
export const CONTRAST_PROPERTIES: readonly string[] = [
  'color',
  'background-color',
  'background-image',
  'opacity',
  'position',
  'font-size',
  'font-weight',
  ...SIDES.flatMap((side) => [`border-${side}-color`, `border-${side}-style`]),
];

/** A contrast as it was drawn; the ratio undefined: not known even so, for something other than a plain colour lies below. */
export interface DrawnContrast {
  ratio: number | undefined;
  needs: number;
}

/**
 * The contrast of a part with what it is drawn on, from what a frame measured of it and of the parts around it; null where
 * there is nothing to see: a boundary that has no border. Of several sides of a border the weakest counts.
 */
export function drawnContrast(
  boxes: readonly MeasuredPart[],
  at: number,
  kind: 'text' | 'icon' | 'border',
  backdrop: Rgb,
): DrawnContrast | null {
  const box = boxes[at]!;
  if (kind !== 'border') {
    const size = Number.parseFloat(box.style['font-size'] ?? '') || 16;
    const bold = Number(box.style['font-weight']) >= 700;
    return {
      ratio: ratioOn(box.style.color, boxes, at, backdrop),
      needs: kind === 'icon' ? 3 : needOf(size, bold),
    };
  }
  const drawn = SIDES.filter(
    (side, i) => (box.border as Sides)[i]! > 0 && box.style[`border-${side}-style`] !== 'none',
  ).map((side) => box.style[`border-${side}-color`]);
  const seen = drawn.filter((color) => color !== undefined && parseColor(color)?.alpha !== 0);
  if (seen.length === 0 || seen.every((color) => color === box.style['background-color'])) return null;
  const ratios = seen.map((color) =>
    box.within === null ? ratioOn(color, boxes, null, backdrop) : ratioOn(color, boxes, box.within, backdrop),
  );
  return {
    ratio: ratios.includes(undefined) ? undefined : Math.min(...(ratios as number[])),
    needs: 3,
  };
}

/** A colour on the surfaces of a part and those around it, composited down to the ground. */
function ratioOn(
  color: string | undefined,
  boxes: readonly MeasuredPart[],
  at: number | null,
  backdrop: Rgb,
): number | undefined {
  const front = color === undefined ? undefined : parseColor(color);
  if (!front) return undefined;
  let surface: Rgb | undefined;
  for (let place = at; place !== null; place = boxes[place]!.within) {
    const box = boxes[place]!;
    if (Number(box.style.opacity ?? 1) !== 1 || (box.style['background-image'] ?? 'none') !== 'none')
      return undefined;
    const parsed = parseColor(box.style['background-color'] ?? '');
    if (!parsed) return undefined;
    const layer = clipped(rgbOf(parsed));
    surface = surface ? composite(surface, layer) : layer;
    if (surface.alpha >= 1) break;
    // What is placed freely stands on the part around it only where it lies within.
    const holder = box.within === null ? undefined : boxes[box.within];
    if (/^(absolute|fixed)$/.test(box.style.position ?? '') && !(holder && liesIn(box, holder)))
      return undefined;
  }
  return contrastRatio(rgbOf(front), surface ?? { r: 0, g: 0, b: 0, alpha: 0 }, backdrop);
}

const liesIn = (inner: MeasuredPart, outer: MeasuredPart): boolean =>
  inner.x >= outer.x &&
  inner.y >= outer.y &&
  inner.x + inner.width <= outer.x + outer.width &&
  inner.y + inner.height <= outer.y + outer.height;
