import fc from 'fast-check';
import { compareTokens, type ComparedToken } from './compare';

const token = (path: string, css: string, type = 'color'): ComparedToken => ({ path, type, css });

test('rows stand in the order of the first library, then of the others, each with what it comes to', () => {
  const rows = compareTokens([
    [token('b', '#000'), token('a', '#111')],
    [token('a', '#111'), token('c', '#222'), token('b', '#001')],
  ]);
  expect(rows.map(({ path, state }) => [path, state])).toEqual([
    ['b', 'different'],
    ['a', 'same'],
    ['c', 'missing'],
  ]);
  expect(rows[2]!.cells).toEqual([null, token('c', '#222')]);
});

test.each([
  ['another type with the same text', [token('a', '4px', 'dimension')], [token('a', '4px', 'fontSize')], 'different'],
  ['composites by their members', [{ path: 'a', type: 'typography', css: { 'font-size': '1px' } }], [{ path: 'a', type: 'typography', css: { 'font-size': '1px' } }], 'same'],
  ['no value on both sides', [{ path: 'a', type: 'color', css: undefined }], [{ path: 'a', type: 'color', css: undefined }], 'same'],
] as [string, ComparedToken[], ComparedToken[], string][])('%s', (_, one, other, state) => {
  expect(compareTokens([one, other])[0]!.state).toBe(state);
}); // prettier-ignore

const library = fc
  .uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', '__proto__'), { maxLength: 5 })
  .chain((paths) =>
    fc.tuple(...paths.map((path) => fc.constantFrom('#000', '#fff').map((css) => token(path, css)))),
  );

test('no token is lost or invented, and the order of libraries changes no row’s state', () => {
  fc.assert(
    fc.property(fc.array(library, { minLength: 1, maxLength: 4 }), (libraries) => {
      const rows = compareTokens(libraries);
      libraries.forEach((tokens, i) =>
        expect(
          rows.flatMap(({ cells }) => cells[i] ?? []).sort((a, b) => (a.path < b.path ? -1 : 1)),
        ).toEqual([...tokens].sort((a, b) => (a.path < b.path ? -1 : 1))),
      );
      const states = (all: typeof rows) => new Map(all.map(({ path, state }) => [path, state]));
      expect(states(compareTokens([...libraries].reverse()))).toEqual(states(rows));
    }),
  );
});
