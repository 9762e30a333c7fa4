import { contrastTable } from '../src/core/base/color/contrast-table';
import { parseColor, rgbOf } from '../src/core/base/color/color';
import { colorDifference } from '../src/core/base/color/difference';
import { ColorIndex } from '../src/core/base/color/nearest';
import { alternating, type Benchmark } from './benchmark';
import { bruteNearest } from './references/brute-nearest';
import { contrastLoop } from './references/contrast-loop';

function hexes(count: number, seed: number): string[] {
  let state = seed;
  const byte = () => {
    state = (state * 48271) % 2147483647;
    return (state % 256).toString(16).padStart(2, '0');
  };
  return Array.from({ length: count }, () => `#${byte()}${byte()}${byte()}`);
}

/** 500 texts on 500 surfaces under 6 contexts, from texts of colours to the lowest ratio of every pair. */
export const pairings: Benchmark = {
  name: 'pairings',
  against: 'the same loop over wcag-contrast; 500 × 500 pairs, 6 contexts',
  goal: 0.05,
  measure() {
    const rows = (seed: number) => {
      const all = hexes(3000, seed);
      return Array.from({ length: 500 }, (_, i) => all.slice(i * 6, i * 6 + 6));
    };
    const [texts, surfaces] = [rows(3), rows(5)];
    const colors = (list: string[][]) => list.map((row) => row.map((hex) => rgbOf(parseColor(hex)!)));
    const ours = contrastTable(colors(texts), colors(surfaces)).worst;
    contrastLoop(texts, surfaces).forEach((ratio, i) => {
      // The package rounds to the decimals of its formula; ours does not.
      if (Math.abs(ratio - ours[i]!) > 0.01) throw new Error(`Pair ${i}: ${ours[i]} is not ${ratio}`);
    });
    return alternating(
      () => contrastTable(colors(texts), colors(surfaces)),
      () => contrastLoop(texts, surfaces),
      5,
    );
  },
};

/** The nearest of 2,000 tokens for each of 5,000 colours, index made and colours read included in both. */
export const nearest: Benchmark = {
  name: 'nearest',
  against: 'brute force with culori; 5,000 of the 100,000 colours among 2,000',
  goal: 0.1,
  measure() {
    const list = hexes(2000, 11);
    const asked = hexes(5000, 13);
    const run = () => {
      const index = new ColorIndex(list.map((hex) => parseColor(hex)!));
      return asked.map((hex) => index.nearest(parseColor(hex)!)!.index);
    };
    const ours = run();
    bruteNearest(list, asked).forEach((other, i) => {
      if (other === ours[i]) return;
      // Two tokens may be equally near to the last digit.
      const away = (at: number) => colorDifference(parseColor(asked[i]!)!, parseColor(list[at]!)!);
      if (Math.abs(away(other) - away(ours[i]!)) > 1e-9)
        throw new Error(`Colour ${i}: ${ours[i]} is not as near as ${other}`);
    });
    return alternating(run, () => bruteNearest(list, asked), 3);
  },
};

/** All 100,000 colours among the 2,000, in milliseconds, against twenty times the 5,000 of the benchmark above. */
export const nearestAll: Benchmark = {
  name: 'nearest-100000',
  against: 'twenty times 5,000 of them: the work grows no faster than the count',
  goal: 1.2,
  measure() {
    const list = hexes(2000, 11).map((hex) => parseColor(hex)!);
    const asked = hexes(100_000, 17).map((hex) => parseColor(hex)!);
    const index = new ColorIndex(list);
    const run = (count: number) => {
      const start = performance.now();
      for (let i = 0; i < count; i++) index.nearest(asked[i]!);
      return performance.now() - start;
    };
    run(5000);
    const part = [run(5000), run(5000), run(5000)].sort((a, b) => a - b)[1]! * 20;
    return { work: run(100_000), reference: part, unit: 'ms' };
  },
};
