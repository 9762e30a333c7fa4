import fc from 'fast-check';
import { OverlayMap } from './overlay-map';

const key = fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f');
const step = fc.record({ key, value: fc.option(fc.nat(9), { nil: undefined }), again: fc.boolean() });

test('holds what a copy with the same changes holds, and leaves what it lies over as it was', () => {
  fc.assert(
    fc.property(fc.dictionary(key, fc.nat(9)), fc.array(step, { maxLength: 20 }), (start, steps) => {
      const base = new Map(Object.entries(start));
      const stood = new Map(base);
      let plain = new Map(base);
      let laid = new OverlayMap(base);
      for (const { key: at, value, again } of steps) {
        const before = again ? ([laid, new Map(plain)] as const) : undefined;
        if (again) [laid, plain] = [new OverlayMap(laid), new Map(plain)];
        if (value === undefined) expect(laid.delete(at)).toBe(plain.delete(at));
        else {
          laid.set(at, value);
          plain.set(at, value);
        }
        expect(new Map(laid)).toEqual(plain);
        expect([laid.size, [...laid.keys()].length, [...laid.values()].length]).toEqual([plain.size, plain.size, plain.size]); // prettier-ignore
        for (const one of ['a', 'b', 'c', 'd', 'e', 'f'])
          expect([laid.get(one), laid.has(one)]).toEqual([plain.get(one), plain.has(one)]);
        if (before) expect(new Map(before[0])).toEqual(before[1]);
      }
      expect(base).toEqual(stood);
    }),
    { numRuns: 300 },
  );
});

test('keeps the order of what it lies over, what is new behind', () => {
  const laid = new OverlayMap(new Map(Object.entries({ a: 1, b: 2, c: 3 })));
  laid.set('d', 4).set('b', 20).delete('a');
  laid.set('a', 10);
  expect([...laid]).toEqual([['a', 10], ['b', 20], ['c', 3], ['d', 4]]); // prettier-ignore
});

test('a large overlay is worked in, with the same outcome', () => {
  const base = new Map(Array.from({ length: 500 }, (_, i) => [`k${i}`, i]));
  const laid = new OverlayMap(base);
  for (let i = 0; i < 400; i++) laid.set(`k${i}`, -i);
  laid.delete('k450');
  const next = new OverlayMap(laid);
  expect([...next]).toEqual([...laid]);
  expect(next.layers().laid.size).toBe(0);
  expect(next.size).toBe(499);
  expect([...laid.settled()]).toEqual([...laid]);
  expect(laid.settled().layers().laid.size).toBe(0);
  expect(next.settled()).toBe(next);
});
