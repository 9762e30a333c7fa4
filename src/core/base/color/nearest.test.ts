import { differenceCiede2000, nearest as culoriNearest } from 'culori/fn';
import fc from 'fast-check';
import { parseColor, rgbOf, type Color } from './color';
import { colorDifference } from './difference';
import { ColorIndex, labOf } from './nearest';

const channel = fc.integer({ min: 0, max: 255 }).map((n) => n / 255);
const color: fc.Arbitrary<Color> = fc
  .tuple(channel, channel, channel)
  .map((components) => ({ space: 'srgb', components, alpha: 1 }));

describe('nearest colour by CIEDE2000', () => {
  // Independent reference: culori 4, `nearest` with `differenceCiede2000`.
  test('is as near as the nearest that brute force with culori finds', () => {
    const metric = differenceCiede2000();
    const asCulori = (c: Color) => ({ mode: 'rgb' as const, ...rgbOf(c) });
    fc.assert(
      fc.property(fc.array(color, { minLength: 2, maxLength: 60 }), color, (list, asked) => {
        const found = new ColorIndex(list).nearest(asked)!;
        const [expected] = culoriNearest(list.map(asCulori), metric)(asCulori(asked), 1) as [object];
        const least = metric(asCulori(asked), expected as never);
        expect(found.difference).toBeCloseTo(least, 6);
        expect(metric(asCulori(asked), asCulori(list[found.index]!))).toBeCloseTo(least, 6);
      }),
      { numRuns: 400 },
    );
  });

  test('all within a limit are those that the difference itself names', () => {
    fc.assert(
      fc.property(
        fc.array(color, { minLength: 1, maxLength: 80 }),
        color,
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        (list, asked, limit) => {
          const found = new ColorIndex(list).within(asked, limit).map(({ index }) => index);
          const expected = list.flatMap((c, i) => (colorDifference(c, asked) <= limit - 1e-9 ? [i] : []));
          expect([...found].sort((a, b) => a - b)).toEqual(expect.arrayContaining(expected));
          for (const i of found) expect(colorDifference(list[i]!, asked)).toBeLessThanOrEqual(limit + 1e-9);
        },
      ),
    );
  });

  test('an empty list has no nearest; white is L 100 without chroma', () => {
    expect(new ColorIndex([]).nearest(parseColor('red')!)).toBeUndefined();
    const [l, a, b] = labOf(parseColor('#fff')!);
    expect([l, a, b].map((n) => Math.round(n * 1000) / 1000 + 0)).toEqual([100, 0, 0]);
  });
});
