import fc from 'fast-check';
import { byLineage } from './by-lineage';

const sorted = (...all: [name: string, parent?: string][]) =>
  byLineage(all.map(([name, parent]) => ({ name, parent: parent ?? null }))).map(({ name }) => name);

test('a library stands before those that inherit from it, else in the order given', () => {
  expect(sorted(['Boards', 'Keel 1.1.0'], ['Keel'], ['Pocket Android', 'Pocket 1.0.0'], ['Pocket', 'Keel 1.1.0'])).toEqual(['Keel', 'Boards', 'Pocket', 'Pocket Android']); // prettier-ignore
  // A parent that may not be seen, or is not there, is none.
  expect(sorted(['B', 'Hidden 1.0.0'], ['A'])).toEqual(['B', 'A']);
});

test('whatever the names, each is there once', () => {
  const name = fc.constantFrom('A', 'B', 'C', 'D 1');
  const entries = fc.array(fc.record({ name, parent: fc.option(name.map((one) => `${one} 1.0.0`)) }), { maxLength: 8 }); // prettier-ignore
  fc.assert(fc.property(entries, (all) => expect(new Set(byLineage(all))).toEqual(new Set(all))));
  fc.assert(fc.property(entries, (all) => expect(byLineage(all)).toHaveLength(all.length)));
});
