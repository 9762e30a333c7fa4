import fc from 'fast-check';
import { fileChanges } from './difference';

const file = (name: string, text: string) => ({ name, text });

test('each file is added, removed, changed or the same', () => {
  const changes = fileChanges(
    [file('a.css', 'a'), file('b.css', 'b'), file('c.css', 'c')],
    [file('d.css', 'd'), file('b.css', 'b2'), file('c.css', 'c')],
  );
  expect(changes.map(({ name, change }) => [name, change])).toEqual([
    ['a.css', 'removed'],
    ['b.css', 'changed'],
    ['c.css', 'same'],
    ['d.css', 'added'],
  ]);
  expect(changes[1]).toMatchObject({ before: 'b', after: 'b2' });
});

test('folders come one after the other', () => {
  const names = ['values/b.xml', 'values-night/a.xml', 'values/a.xml', 'values.xml'];
  expect(fileChanges(undefined, names.map((name) => file(name, ''))).map(({ name }) => name)).toEqual(['values/a.xml', 'values/b.xml', 'values-night/a.xml', 'values.xml']); // prettier-ignore
});

test('sizes are bytes of UTF-8, as a disk counts them', () => {
  // U+20AC is three bytes in UTF-8 (RFC 3629).
  expect(fileChanges(undefined, [file('a', '€1')])).toEqual([
    { name: 'a', size: 4, change: 'same', before: '€1', after: '€1' },
  ]);
});

test('what is added and removed changes places when before and after do', () => {
  const files = fc
    .uniqueArray(fc.tuple(fc.constantFrom('a', 'b', 'c/d', 'c/e'), fc.constantFrom('x', 'y')), {
      selector: ([name]) => name,
    })
    .map((list) => list.map(([name, text]) => file(name, text)));
  const swapped = { added: 'removed', removed: 'added', changed: 'changed', same: 'same' };
  fc.assert(
    fc.property(files, files, (before, after) => {
      const forth = fileChanges(before, after);
      expect(fileChanges(after, before).map(({ name, change }) => [name, change])).toEqual(
        forth.map(({ name, change }) => [name, swapped[change]]),
      );
      expect(
        forth.filter(({ change }) => change !== 'removed').map(({ after: text, name }) => file(name, text)),
      ).toEqual([...after].sort((a, b) => (a.name < b.name ? -1 : 1)));
      // No two of these names differ at a slash and a hyphen.
    }),
  );
});
