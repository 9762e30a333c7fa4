import fc from 'fast-check';
import { orderBetween, ordersAfter, placeAmong } from './order';

const keys = fc
  .array(fc.constantFrom(...ordersAfter(null, 4)), { maxLength: 8 })
  .map((orders) => orders.sort());

test('wherever something is put, all stand in the order wanted, also among keys given twice', () => {
  fc.assert(
    fc.property(keys, fc.nat(8), (orders, at) => {
      const place = Math.min(at, orders.length);
      const { order, moved } = placeAmong(orders, place);
      const after = orders.map((old, i) => moved.get(i) ?? old);
      const all = [...after.slice(0, place), order, ...after.slice(place)];
      expect([...all].sort()).toEqual(all);
      // It stands clear of both its neighbours, and what was before it stays as it was.
      if (place > 0) expect(order > all[place - 1]!).toBe(true);
      if (place < orders.length) expect(order < all[place + 1]!).toBe(true);
      expect(after.slice(0, place)).toEqual(orders.slice(0, place));
    }),
  );
});

test('where there is room between two, nothing else is moved', () => {
  const [a, b, c] = ordersAfter(null, 3) as [string, string, string];
  expect(placeAmong([a, b, c], 1)).toEqual({ order: orderBetween(a, b), moved: new Map() });
  expect(placeAmong([], 0)).toEqual({ order: ordersAfter(null, 1)[0], moved: new Map() });
  expect([...placeAmong([a, b, b, c], 2).moved.keys()]).toEqual([2]);
});
