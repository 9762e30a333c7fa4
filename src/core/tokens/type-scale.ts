/** Musical intervals by which type sizes are often stepped; ratios of just intonation, and the golden section. */
export const INTERVALS: readonly { name: string; ratio: number }[] = [
  { name: 'minor second', ratio: 16 / 15 },
  { name: 'major second', ratio: 9 / 8 },
  { name: 'minor third', ratio: 6 / 5 },
  { name: 'major third', ratio: 5 / 4 },
  { name: 'perfect fourth', ratio: 4 / 3 },
  { name: 'augmented fourth', ratio: Math.SQRT2 },
  { name: 'perfect fifth', ratio: 3 / 2 },
  { name: 'golden section', ratio: (1 + Math.sqrt(5)) / 2 },
  { name: 'major sixth', ratio: 5 / 3 },
  { name: 'octave', ratio: 2 },
];

/** The interval a ratio is called by, within a thousandth. */
export function intervalName(ratio: number): string | undefined {
  return INTERVALS.find((interval) => Math.abs(interval.ratio - ratio) < 0.001)?.name;
}

/** Font size of step `n` in px: the base times the ratio to that power, rounded to a multiple of `rounding` (0: not). */
export function scaledSize(base: number, ratio: number, n: number, rounding: number): number {
  const size = base * ratio ** n;
  return rounding > 0 ? Number((Math.round(size / rounding) * rounding).toFixed(4)) : Number(size.toFixed(4));
}

/** A line height in px: the nearest multiple of the rhythm to size × leading, and never less than the size itself. */
export function snappedLine(size: number, leading: number, rhythm: number): number {
  if (rhythm <= 0) return Number((size * leading).toFixed(4));
  const nearest = Math.round((size * leading) / rhythm) * rhythm;
  return nearest >= size ? nearest : Math.ceil(size / rhythm) * rhythm;
}

/** A size that grows with the window between two widths; all in CSS px. */
interface Fluid {
  min: number;
  max: number;
  from: number;
  to: number;
}

/** The size at a window width, in px. */
export function fluidSize({ min, max, from, to }: Fluid, width: number): number {
  const share = Math.min(1, Math.max(0, (width - from) / (to - from)));
  return min + (max - min) * share;
}

/** The size as CSS `clamp()`, in rem (16 px) and vw, to four decimals. */
export function clampText({ min, max, from, to }: Fluid): string {
  const slope = (max - min) / (to - from);
  const text = (value: number) => String(Number(value.toFixed(4)));
  const [low, high] = [Math.min(min, max), Math.max(min, max)];
  return `clamp(${text(low / 16)}rem, ${text((min - slope * from) / 16)}rem + ${text(slope * 100)}vw, ${text(high / 16)}rem)`;
}

/** The most that browsers enlarge a page (common practice, no source). */
const MOST_ZOOM = 5;

/**
 * How far text can be enlarged by zooming, at the window width where that is least: WCAG 2.2, 1.4.4 asks for 2. Zooming
 * narrows the window in CSS px, so that a size tied to its width grows less than the zoom.
 */
export function reachableZoom(fluid: Fluid): { zoom: number; width: number } {
  let worst = { zoom: Infinity, width: fluid.from };
  for (let i = 0; i <= 40; i++) {
    const width = fluid.from + ((fluid.to - fluid.from) * i) / 40;
    const size = fluidSize(fluid, width);
    const zoom = (MOST_ZOOM * fluidSize(fluid, width / MOST_ZOOM)) / size;
    if (zoom < worst.zoom) worst = { zoom, width };
  }
  return worst;
}
