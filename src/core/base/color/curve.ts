/** A point that a curve passes through; `at` from 0 (first step) to 1 (last). */
export interface Knot {
  at: number;
  value: number;
}

/**
 * A smooth curve through knots that never overshoots them: monotone cubic interpolation with the slopes of Fritsch and Butland
 * (1984), a weighted harmonic mean.
 * Beyond the first and last knot it stays at their values. Knots may come in any order; of two at one place the later
 * counts.
 */
export function curveThrough(knots: readonly Knot[]): (at: number) => number {
  const points = [...new Map(knots.map((knot) => [knot.at, knot])).values()].sort((a, b) => a.at - b.at);
  const [first] = points;
  if (!first) return () => 0;
  if (points.length === 1) return () => first.value;
  const gaps = points.slice(1).map((point, i) => point.at - points[i]!.at);
  const slopes = points.slice(1).map((point, i) => (point.value - points[i]!.value) / gaps[i]!);
  const tangents = points.map((_, i) => {
    if (i === 0) return slopes[0]!;
    if (i === points.length - 1) return slopes.at(-1)!;
    const [before, after] = [slopes[i - 1]!, slopes[i]!];
    if (before * after <= 0) return 0;
    const [a, b] = [gaps[i - 1]!, gaps[i]!];
    return (3 * (a + b)) / ((2 * b + a) / before + (b + 2 * a) / after);
  });
  return (at) => {
    if (at <= first.at) return first.value;
    const last = points.at(-1)!;
    if (at >= last.at) return last.value;
    const i = points.findLastIndex((point) => point.at <= at);
    const t = (at - points[i]!.at) / gaps[i]!;
    const [t2, t3] = [t * t, t * t * t];
    return (
      (2 * t3 - 3 * t2 + 1) * points[i]!.value +
      (t3 - 2 * t2 + t) * gaps[i]! * tangents[i]! +
      (3 * t2 - 2 * t3) * points[i + 1]!.value +
      (t3 - t2) * gaps[i]! * tangents[i + 1]!
    );
  };
}
