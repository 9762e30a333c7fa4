import fc from 'fast-check';
import '../kinds/registry';
import { OverlayMap } from '../base/overlay-map';
import { undoStacks } from './change-set';
import { changedItems } from './changed';
import { byImpact, worse, worst, type Bump } from './impact';
import { itemsOf, ordered, type Item, type Items } from './item';
import { mapEntries, withMembers } from './item-text';

const KINDS = ['rank', 'axis', 'goal'] as const;
const item = (id: string, kind: (typeof KINDS)[number], order = id) =>
  ({ id, kind, name: id, order }) as unknown as Item;
/** A map, and one laid over it: what is set, what is taken away. */
const states = fc
  .record({
    base: fc.uniqueArray(fc.tuple(fc.nat(12), fc.constantFrom(...KINDS)), { selector: ([n]) => n }),
    set: fc.array(fc.tuple(fc.nat(15), fc.constantFrom(...KINDS))),
    gone: fc.array(fc.nat(15)),
  })
  .map(({ base, set, gone }) => {
    const before = new Map(base.map(([n, kind]) => [`i${n}`, item(`i${n}`, kind)]));
    const after = new OverlayMap<Item>(before);
    for (const [n, kind] of set) after.set(`i${n}`, item(`i${n}`, kind));
    for (const n of gone) after.delete(`i${n}`);
    return { before: before as Items, after: after.settled() as Items };
  });

test('the items of a kind are those that a plain look through all of them finds, asked any number of times', () => {
  fc.assert(
    fc.property(states, ({ before, after }) => {
      for (const items of [before, after, after, before])
        for (const kind of KINDS) {
          const found = itemsOf(items, kind);
          expect(found).toEqual([...items.values()].filter((one) => one.kind === kind));
          // What is handed out is the asker's own.
          found.length = 0;
        }
    }),
  );
});

test('what changed between two states is every item that is another, came or went, and nothing else', () => {
  fc.assert(
    fc.property(states, states, ({ before, after }, other) => {
      for (const [a, b] of [
        [before, after],
        [after, before],
        [after, other.after],
      ] as const) {
        const ids = new Set([...a.keys(), ...b.keys()]);
        const expected = [...ids].filter((id) => a.get(id) !== b.get(id)).sort();
        const found = changedItems(a, b);
        expect(found.map((one) => (one.before ?? one.after)!.id).sort()).toEqual(expected);
        for (const one of found) {
          const id = (one.before ?? one.after)!.id;
          expect([one.before, one.after]).toEqual([a.get(id), b.get(id)]);
        }
      }
      expect(changedItems(after, after)).toEqual([]);
    }),
  );
});

test('entries stand by their order, and of equal orders by id, however they are stored', () => {
  const entry = fc.tuple(fc.constantFrom('a0', 'a1', 'a2'), fc.string({ minLength: 1, maxLength: 3 }));
  fc.assert(
    fc.property(fc.uniqueArray(entry, { selector: ([, id]) => id }), (entries) => {
      const stored = (list: typeof entries) =>
        Object.fromEntries(list.map(([order, id]) => [`_${id}`, { order, note: id }]));
      const found = ordered(stored(entries));
      expect(found).toEqual(ordered(stored([...entries].reverse())));
      const keys = found.map(({ order, id }) => `${order} ${id}`);
      expect(keys).toEqual([...keys].sort());
      expect(found).toHaveLength(entries.length);
    }),
  );
});

test('an object whose members come to the same is the same object, and a record likewise', () => {
  const one = { a: 1, b: { c: 2 } };
  expect(withMembers(one, {})).toBe(one);
  expect(withMembers(one, { a: 1, b: one.b })).toBe(one);
  expect(withMembers(one, { a: 1, b: { c: 3 } })).toEqual({ a: 1, b: { c: 3 } });
  expect(withMembers(one, { a: 2, b: one.b })).toEqual({ a: 2, b: { c: 2 } });
  expect(one).toEqual({ a: 1, b: { c: 2 } });

  const record = { x: 'ink', y: 'page' };
  expect(mapEntries(record, (text) => text)).toBe(record);
  expect(mapEntries(record, (text) => (text === 'page' ? 'paper' : text))).toEqual({ x: 'ink', y: 'paper' });
  expect(record.y).toBe('page');
});

test('impacts are ranked as SemVer ranks them', () => {
  const all: Bump[] = ['minor', 'none', 'major', 'patch'];
  expect([...all].sort(byImpact)).toEqual(['major', 'minor', 'patch', 'none']);
  expect(worst([])).toBe('none');
  expect(worst(['patch', 'minor', 'patch'])).toBe('minor');
  expect(worse('patch', 'patch')).toBe('patch');
  expect(worse('minor', 'major')).toBe('major');
});

/** A document of numbers, each change of it a step: what undo and redo do to it is known without the stacks. */
test('undo and redo by the stacks walk the states a person has been through', () => {
  const gesture = fc.constantFrom('do', 'undo', 'redo');
  fc.assert(
    fc.property(fc.array(gesture, { maxLength: 40 }), (gestures) => {
      const log: { id: string; undoes?: string }[] = [];
      let states = ['start'];
      let at = 0;
      const said = new Map<string, string>();
      gestures.forEach((what, i) => {
        const { undo, redo } = undoStacks(log);
        expect(undo).toHaveLength(at);
        expect(redo).toHaveLength(states.length - 1 - at);
        const id = `c${i}`;
        if (what === 'do') {
          states = [...states.slice(0, at + 1), id];
          at += 1;
          log.push({ id });
          said.set(id, id);
          return;
        }
        const target = (what === 'undo' ? undo : redo).at(-1);
        if (!target) return;
        // What is undone last is what was done last; what is redone is what was undone last.
        expect(said.get(target.id)).toBe(what === 'undo' ? states[at] : states[at + 1]);
        said.set(id, said.get(target.id)!);
        log.push({ id, undoes: target.id });
        at += what === 'undo' ? -1 : 1;
      });
    }),
    { numRuns: 300 },
  );
});

test('what takes back something that is in neither stack is a change of its own', () => {
  expect(undoStacks([{ id: 'a' }, { id: 'b', undoes: 'gone' }])).toEqual({
    undo: [{ id: 'a' }, { id: 'b', undoes: 'gone' }],
    redo: [],
  });
});
