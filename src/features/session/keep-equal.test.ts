import fc from 'fast-check';
import { keepEqual } from './keep-equal';

test('whatever was there before, the answer is the new one; what says the same is the very same', () => {
  fc.assert(
    fc.property(fc.jsonValue(), fc.jsonValue(), (old, next) => {
      expect(keepEqual(old, next)).toEqual(next);
      expect(keepEqual(old, JSON.parse(JSON.stringify(old)) as object)).toBe(old);
    }),
  );
});

test('a change in one place leaves its neighbours the objects they were', () => {
  const old = { rows: [{ a: 1 }, { a: 2 }, { a: 3 }], at: { b: [1, 2] } };
  const next = keepEqual(old, { rows: [{ a: 1 }, { a: 9 }, { a: 3 }], at: { b: [1, 2] } });
  expect(next).toEqual({ rows: [{ a: 1 }, { a: 9 }, { a: 3 }], at: { b: [1, 2] } });
  expect([next.rows[0] === old.rows[0], next.rows[2] === old.rows[2], next.at === old.at]).toEqual([
    true,
    true,
    true,
  ]);
  expect(keepEqual({ a: 1, b: undefined }, { a: 1 })).toEqual({ a: 1 });
  // Fewer, more, other kinds.
  expect(keepEqual([1, 2, 3], [1, 2])).toEqual([1, 2]);
  expect(keepEqual({ a: [] }, { a: {} } as object)).toEqual({ a: {} });
  const map = new Map([[1, 2]]);
  expect(keepEqual(new Map(), map)).toBe(map);
});
