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

  test('of equal colours the first is nearest, and all of them are within nothing', () => {
    const list = ['#336699', '#000', '#336699', '#fff', '#336699'].map((text) => parseColor(text)!);
    const index = new ColorIndex(list);
    expect(index.nearest(list[4]!)).toEqual({ index: 0, difference: 0 });
    expect(index.within(list[0]!, 0).map((one) => one.index)).toEqual([0, 2, 4]);
    // The lightest and the darkest are looked at as the others are.
    expect(index.nearest(parseColor('#010101')!)?.index).toBe(1);
    expect(index.nearest(parseColor('#fefefe')!)?.index).toBe(3);
  });

  test('a missing component counts as nothing', () => {
    expect(labOf({ space: 'xyz-d65', components: [0.2, 'none', 0.3], alpha: 1 })).toEqual(
      labOf({ space: 'xyz-d65', components: [0.2, 0, 0.3], alpha: 1 }),
    );
  });

  test('an empty list has no nearest; white is L 100 without chroma', () => {
    expect(new ColorIndex([]).nearest(parseColor('red')!)).toBeUndefined();
    const [l, a, b] = labOf(parseColor('#fff')!);
    expect([l, a, b].map((n) => Math.round(n * 1000) / 1000 + 0)).toEqual([100, 0, 0]);
  });
});
