import fc from 'fast-check';
import { nextPlace } from './one-tab-stop';

// Three columns of four rows, as they are read.
const grid = Array.from({ length: 12 }, (_, i) => ({ x: (i % 3) * 50, y: Math.floor(i / 3) * 30 }));

test.each<[number, string, number | undefined]>([
  [4, 'ArrowUp', 1],
  [4, 'ArrowDown', 7],
  [4, 'ArrowLeft', 3],
  [4, 'ArrowRight', 5],
  [0, 'ArrowUp', undefined],
  [0, 'ArrowLeft', undefined],
  [11, 'ArrowDown', undefined],
  [11, 'ArrowRight', undefined],
  [7, 'Home', 0],
  [7, 'End', 11],
  [7, 'a', undefined],
  [99, 'ArrowUp', undefined],
])('from %i, %s leads to %s', (from, key, to) => {
  expect(nextPlace(grid, from, key)).toBe(to);
});

test('in a list of any spacing, down goes through all of it and up comes back the same way', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 400 }), { minLength: 1, maxLength: 30 }), (gaps) => {
      let y = 0;
      const list = gaps.map((gap) => ({ x: 8, y: (y += gap) }));
      const walk = (from: number, key: string) => {
        const seen = [from];
        for (let at = nextPlace(list, from, key); at !== undefined; at = nextPlace(list, at, key))
          seen.push(at);
        return seen;
      };
      const down = walk(0, 'ArrowDown');
      expect(down).toEqual(list.map((_, i) => i));
      expect(walk(list.length - 1, 'ArrowUp')).toEqual([...down].reverse());
    }),
  );
});

test('wherever places stand, an arrow leads in its own direction', () => {
  const place = fc.record({ x: fc.integer({ min: 0, max: 500 }), y: fc.integer({ min: 0, max: 500 }) });
  const keys = fc.constantFrom('ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight');
  fc.assert(
    fc.property(fc.array(place, { minLength: 2, maxLength: 20 }), keys, (places, key) => {
      const to = nextPlace(places, 0, key);
      if (to === undefined) return;
      const [dx, dy] = [places[to]!.x - places[0]!.x, places[to]!.y - places[0]!.y];
      expect({ ArrowUp: -dy, ArrowDown: dy, ArrowLeft: -dx, ArrowRight: dx }[key]).toBeGreaterThan(0);
    }),
  );
});
