import fc from 'fast-check';
import { curveThrough, type Knot } from './curve';

const knots = fc
  .uniqueArray(fc.tuple(fc.integer({ min: 0, max: 20 }), fc.double({ min: -5, max: 5, noNaN: true })), {
    selector: ([at]) => at,
    minLength: 2,
    maxLength: 8,
  })
  .map((pairs) => pairs.map(([at, value]): Knot => ({ at: at / 20, value })));
const places = Array.from({ length: 201 }, (_, i) => i / 200);

test('it passes through every knot, in whatever order they come', () => {
  fc.assert(
    fc.property(knots, (given) => {
      const curve = curveThrough(given);
      for (const { at, value } of given) expect(curve(at)).toBeCloseTo(value, 9);
      const turned = curveThrough([...given].reverse());
      for (const at of places) expect(turned(at)).toBe(curve(at));
    }),
  );
});

test('between two knots it never leaves the range of their values, and never turns', () => {
  fc.assert(
    fc.property(knots, (given) => {
      const curve = curveThrough(given);
      const sorted = [...given].sort((a, b) => a.at - b.at);
      for (let i = 1; i < sorted.length; i++) {
        const [from, to] = [sorted[i - 1]!, sorted[i]!];
        const along = Array.from({ length: 21 }, (_, step) =>
          curve(from.at + ((to.at - from.at) * step) / 20),
        );
        const sign = Math.sign(to.value - from.value);
        for (let step = 1; step < along.length; step++)
          expect((along[step]! - along[step - 1]!) * sign).toBeGreaterThanOrEqual(-1e-9);
      }
    }),
  );
});

test('before the first knot and after the last it stays', () => {
  const curve = curveThrough([{ at: 0.25, value: 3 }, { at: 0.75, value: 7 }]); // prettier-ignore
  expect([0, 0.1, 0.25].map(curve)).toEqual([3, 3, 3]);
  expect([0.75, 0.9, 1].map(curve)).toEqual([7, 7, 7]);
});

test('of knots on one line it is that line; of one knot its value; of none nothing', () => {
  const line = curveThrough([0, 0.2, 0.5, 1].map((at) => ({ at, value: 2 * at + 1 })));
  for (const at of places) expect(line(at)).toBeCloseTo(2 * at + 1, 12);
  expect([0, 0.5, 1].map(curveThrough([{ at: 0.5, value: 4 }]))).toEqual([4, 4, 4]);
  expect([0, 1].map(curveThrough([]))).toEqual([0, 0]);
});

test('of two knots at one place the later counts', () => {
  const curve = curveThrough([{ at: 0, value: 0 }, { at: 1, value: 1 }, { at: 1, value: 5 }]); // prettier-ignore
  expect(curve(1)).toBe(5);
});

// Fritsch and Butland 1984, (5): of secants d and e over gaps a and b, 3(a + b) / ((2b + a) / d + (b + 2a) / e).
test.each<[Knot[], number]>([
  [[{ at: 0, value: 0 }, { at: 1, value: 1 }, { at: 3, value: 2 }], 9 / 13],
  [[{ at: 0, value: 0 }, { at: 2, value: 4 }, { at: 3, value: 5 }], 9 / (4 / 2 + 5 / 1)],
  // At a peak it is level.
  [[{ at: 0, value: 0 }, { at: 1, value: 1 }, { at: 2, value: 0 }], 0],
  // Where it rests on one side, it comes to rest.
  [[{ at: 0, value: 0 }, { at: 1, value: 1 }, { at: 2, value: 1 }], 0],
])('the slope at the middle one of %j is %d', (given, slope) => {
  const curve = curveThrough(given);
  const { at } = given[1]!;
  const h = 1e-6;
  expect((curve(at + h) - curve(at)) / h).toBeCloseTo(slope, 4);
  expect((curve(at) - curve(at - h)) / h).toBeCloseTo(slope, 4);
}); // prettier-ignore
