import { lowerBound } from '../sorted';
import { convert, type Color } from './color';

/**
 * Colours prepared for CIEDE2000 (Sharma, Wu and Dalal 2005): CIELAB under D65, sorted by lightness, so that a search
 * can stop where lightness alone is further away than the best found.
 */
export class ColorIndex {
  private readonly order: Int32Array;
  private readonly l: Float64Array;
  private readonly a: Float64Array;
  private readonly b: Float64Array;
  /** Chroma of each colour, sqrt(a² + b²). */
  private readonly c: Float64Array;

  constructor(colors: readonly Color[]) {
    const labs = colors.map(labOf);
    const order = labs.map((_, i) => i).sort((x, y) => labs[x]![0] - labs[y]![0]);
    const count = colors.length;
    this.order = Int32Array.from(order);
    this.l = new Float64Array(count);
    this.a = new Float64Array(count);
    this.b = new Float64Array(count);
    this.c = new Float64Array(count);
    order.forEach((from, i) => {
      const [l, a, b] = labs[from]!;
      this.l[i] = l;
      this.a[i] = a;
      this.b[i] = b;
      this.c[i] = Math.sqrt(a * a + b * b);
    });
  }

  /** The colour nearest to `color`: its place in the list given, and the difference; undefined for an empty list. */
  nearest(color: Color): { index: number; difference: number } | undefined {
    return this.nearestLab(labOf(color));
  }

  /** As `nearest`, of CIELAB coordinates under D65. */
  nearestLab([l, a, b]: Lab): { index: number; difference: number } | undefined {
    const count = this.order.length;
    if (count === 0) return undefined;
    const c = Math.sqrt(a * a + b * b);
    let best = Infinity;
    let found = 0;
    let down = lowerBound(this.l, l) - 1;
    let up = down + 1;
    // ΔE00² is at least (ΔL / S_L)², for the rest of the formula is a form that is never negative. Both sides are
    // walked outward together, so that the nearest in lightness come first.
    while (down >= 0 || up < count) {
      const takeUp = down < 0 || (up < count && this.l[up]! - l <= l - this.l[down]!);
      const i = takeUp ? up++ : down--;
      const bound = lightnessTerm(l, this.l[i]!);
      if (bound >= best) {
        // S_L is bounded by LIGHTEST_SCALE: past this no colour further out can be nearer.
        const away = Math.abs(this.l[i]! - l) / LIGHTEST_SCALE;
        if (away * away >= best) {
          if (takeUp) up = count;
          else down = -1;
        }
        continue;
      }
      if (isFar(a, b, c, this.a[i]!, this.b[i]!, this.c[i]!, best)) continue;
      const square = squaredDifference(
        l,
        a,
        b,
        c,
        this.l[i]!,
        this.a[i]!,
        this.b[i]!,
        this.c[i]!,
        bound,
        best,
      );
      if (square < best || (square === best && this.order[i]! < found)) {
        best = square;
        found = this.order[i]!;
      }
    }
    return { index: found, difference: Math.sqrt(best) };
  }

  /** All colours within a difference, nearest first. */
  within(color: Color, limit: number): { index: number; difference: number }[] {
    const [l, a, b] = labOf(color);
    const c = Math.sqrt(a * a + b * b);
    const reach = limit * LIGHTEST_SCALE;
    const most = limit * limit;
    const result: { index: number; difference: number }[] = [];
    for (let i = lowerBound(this.l, l - reach); i < this.l.length && this.l[i]! <= l + reach; i++) {
      if (isFar(a, b, c, this.a[i]!, this.b[i]!, this.c[i]!, most)) continue;
      const square = squaredDifference(
        l, a, b, c, this.l[i]!, this.a[i]!, this.b[i]!, this.c[i]!, lightnessTerm(l, this.l[i]!), most,
      ); // prettier-ignore
      if (square <= most) result.push({ index: this.order[i]!, difference: Math.sqrt(square) });
    }
    return result.sort((x, y) => x.difference - y.difference || x.index - y.index);
  }
}

/** L 0..100, a, b. */
type Lab = readonly [l: number, a: number, b: number];

/** CIELAB under D65, as CIEDE2000 is used on screens; alpha left out, missing components count as 0. */
export function labOf(color: Color): Lab {
  const [x, y, z] = convert({ ...color, alpha: 1 }, 'xyz-d65').components.map((n) => (n === 'none' ? 0 : n));
  const [fx, fy, fz] = [pivot(x! / WHITE_X), pivot(y!), pivot(z! / WHITE_Z)];
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}
const WHITE_X = 0.3127 / 0.329;
const WHITE_Z = (1 - 0.3127 - 0.329) / 0.329;
const pivot = (t: number) => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116);

/** The largest S_L there is, at a mean lightness of 0 or 100. */
const LIGHTEST_SCALE = 1 + (0.015 * 2500) / Math.sqrt(20 + 2500);

function lightnessTerm(l1: number, l2: number): number {
  const from50 = ((l1 + l2) / 2 - 50) ** 2;
  const term = (l2 - l1) / (1 + (0.015 * from50) / Math.sqrt(20 + from50));
  return term * term;
}

const POW_25_7 = 25 ** 7;
const RADIANS = Math.PI / 180;

/**
 * Whether two colours differ by more than the root of `best` for what they differ in a and b alone. ΔC'² + ΔH'² is at least
 * Δa² + Δb², for a is stretched by 1 to 1.5, and `best` bounds each of the two (see below), with a mean chroma of at most 1.5
 * times the one before stretching.
 */
function isFar(
  a1: number,
  b1: number,
  c1: number,
  a2: number,
  b2: number,
  c2: number,
  best: number,
): boolean {
  const [da, db] = [a2 - a1, b2 - b1];
  const chroma = 0.75 * (c1 + c2);
  const [chromaScale, hueScale] = [1 + 0.045 * chroma, 1 + MOST_HUE * chroma];
  return da * da + db * db > ((chromaScale * chromaScale + hueScale * hueScale) * best) / LEAST_SHARE;
}

/** ΔE00²; Infinity as soon as it is known to be more than `best`. */
function squaredDifference(
  _l1: number,
  a1: number,
  b1: number,
  c1: number,
  _l2: number,
  a2: number,
  b2: number,
  c2: number,
  lightness: number,
  best: number,
): number {
  const mean = (c1 + c2) / 2;
  const mean7 = mean ** 7;
  const stretch = 1.5 - 0.5 * Math.sqrt(mean7 / (mean7 + POW_25_7));
  const x1 = a1 * stretch;
  const x2 = a2 * stretch;
  const p1 = Math.sqrt(x1 * x1 + b1 * b1);
  const p2 = Math.sqrt(x2 * x2 + b2 * b2);
  const meanP = (p1 + p2) / 2;
  const dC = (p2 - p1) / (1 + 0.045 * meanP);
  // ΔH'² without angles: (ΔH')² = 2(p1 p2 − x1 x2 − b1 b2); its sign is that of the cross product.
  const dh2 = Math.max(0, 2 * (p1 * p2 - x1 * x2 - b1 * b2));
  // |R_T| is at most 2 sin 60°, so that chroma and hue terms together are at least a quarter of either; and T is at most
  // 1.93. Most colours are told to be too far by that alone, before any angle is worked out.
  const dc2 = dC * dC;
  const widest = 1 + MOST_HUE * meanP;
  if (lightness + Math.max(dc2, dh2 / (widest * widest)) * LEAST_SHARE > best) return Infinity;
  const h1 = p1 === 0 ? 0 : hue(b1, x1);
  const h2 = p2 === 0 ? 0 : hue(b2, x2);
  let meanH = h1 + h2;
  if (p1 * p2 !== 0) {
    if (Math.abs(h1 - h2) <= 180) meanH /= 2;
    else meanH = meanH < 360 ? (meanH + 360) / 2 : (meanH - 360) / 2;
  }
  const t =
    1 -
    0.17 * Math.cos((meanH - 30) * RADIANS) +
    0.24 * Math.cos(2 * meanH * RADIANS) +
    0.32 * Math.cos((3 * meanH + 6) * RADIANS) -
    0.2 * Math.cos((4 * meanH - 63) * RADIANS);
  const dH = (x1 * b2 - b1 * x2 < 0 ? -Math.sqrt(dh2) : Math.sqrt(dh2)) / (1 + 0.015 * meanP * t);
  const turn = (meanH - 275) / 25;
  const meanP7 = meanP ** 7;
  const rotation =
    -2 * Math.sqrt(meanP7 / (meanP7 + POW_25_7)) * Math.sin(60 * Math.exp(-turn * turn) * RADIANS);
  return lightness + dc2 + dH * dH + rotation * dC * dH;
}
/** T is at most 1.93: the most that S_H grows with chroma. */
const MOST_HUE = 0.015 * 1.93;
/** 1 − (2 sin 60° / 2)²: the least share of either term that the other cannot take away. */
const LEAST_SHARE = 0.25;

function hue(b: number, a: number): number {
  const angle = Math.atan2(b, a) / RADIANS;
  return angle < 0 ? angle + 360 : angle;
}
