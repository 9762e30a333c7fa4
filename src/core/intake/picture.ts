import { convert, hexOf, rgbOf } from '../base/color/color';

export interface DominantColor {
  hex: string;
  /** Share of the picture, 0..1. */
  share: number;
}

/** At most this many pixels are looked at, spread evenly. */
const SAMPLED = 40_000;

/**
 * The dominant colours of a picture: k-means in OKLab (Lloyd 1982), started from the most different pixels (k-means++
 * with the farthest chosen, so that the same picture always gives the same answer). Pixels less than half opaque do not
 * count.
 * @param pixels RGBA, four bytes a pixel
 */
export function dominantColors(pixels: Uint8ClampedArray, count: number): DominantColor[] {
  const total = Math.floor(pixels.length / 4);
  const step = Math.max(1, Math.floor(total / SAMPLED));
  // Equal colours are counted once, in steps of 1/64 a channel.
  const bins = new Map<number, { r: number; g: number; b: number; weight: number }>();
  for (let i = 0; i < total; i += step) {
    const at = i * 4;
    if (pixels[at + 3]! < 128) continue;
    const [r, g, b] = [pixels[at]!, pixels[at + 1]!, pixels[at + 2]!];
    const key = ((r >> 2) << 12) | ((g >> 2) << 6) | (b >> 2);
    const bin = bins.get(key);
    if (bin) {
      bin.r += r;
      bin.g += g;
      bin.b += b;
      bin.weight++;
    } else bins.set(key, { r, g, b, weight: 1 });
  }
  const points = [...bins.values()].map(({ r, g, b, weight }) => ({
    lab: oklabOf(r / weight / 255, g / weight / 255, b / weight / 255),
    weight,
  }));
  if (points.length === 0) return [];
  const all = points.reduce((sum, point) => sum + point.weight, 0);
  let centres = spreadOut(points, Math.min(count, points.length));
  let owner = new Int32Array(points.length);
  for (let round = 0; round < 30; round++) {
    const next = new Int32Array(points.length);
    points.forEach((point, i) => (next[i] = nearestOf(centres, point.lab)));
    const sums = centres.map(() => [0, 0, 0, 0]);
    points.forEach(({ lab, weight }, i) => {
      const sum = sums[next[i]!]!;
      for (let j = 0; j < 3; j++) sum[j]! += lab[j]! * weight;
      sum[3]! += weight;
    });
    centres = centres.map((centre, i) => {
      const [l, a, b, weight] = sums[i] as [number, number, number, number];
      return weight === 0 ? centre : [l / weight, a / weight, b / weight];
    });
    const settled = round > 0 && next.every((value, i) => value === owner[i]);
    owner = next;
    if (settled) break;
  }
  const weights = new Float64Array(centres.length);
  points.forEach(({ weight }, i) => (weights[owner[i]!]! += weight));
  return centres
    .map(([l, a, b], i) => ({
      hex: hexOf(rgbOf({ space: 'oklab', components: [l, a, b], alpha: 1 })),
      share: weights[i]! / all,
    }))
    .filter(({ share }) => share > 0)
    .sort((a, b) => b.share - a.share || (a.hex < b.hex ? -1 : 1));
}

type Lab = readonly [number, number, number];

const oklabOf = (...components: [number, number, number]) =>
  convert({ space: 'srgb', components, alpha: 1 }, 'oklab').components as [number, number, number];

const squared = (a: Lab, b: Lab) => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;

function nearestOf(centres: readonly Lab[], lab: Lab): number {
  let best = 0;
  for (let i = 1; i < centres.length; i++)
    if (squared(centres[i]!, lab) < squared(centres[best]!, lab)) best = i;
  return best;
}

function spreadOut(points: readonly { lab: Lab; weight: number }[], count: number): Lab[] {
  const heaviest = points.reduce((best, point) => (point.weight > best.weight ? point : best));
  const centres: Lab[] = [heaviest.lab];
  const away = points.map((point) => squared(point.lab, heaviest.lab));
  while (centres.length < count) {
    let best = 0;
    let score = -1;
    points.forEach((point, i) => {
      // Far from every centre, and not a single stray pixel.
      const value = away[i]! * Math.sqrt(point.weight);
      if (value > score) {
        score = value;
        best = i;
      }
    });
    if (score <= 0) break;
    const centre = points[best]!.lab;
    centres.push(centre);
    points.forEach((point, i) => (away[i] = Math.min(away[i]!, squared(point.lab, centre))));
  }
  return centres;
}
