import fc from 'fast-check';
import { openTokens } from '../tokens/open';
import { Resolution } from '../tokens/resolve';
import { readSourceFile, scan, type ReadFile, type SourceFile } from './scan';
import { summaryOf } from './summary';

const TOKENS = {
  ink: { $type: 'color', $value: '#222222' },
  old: { $type: 'color', $value: '#333333', $deprecated: 'Use ink' },
  gap: { $type: 'dimension', $value: { value: 8, unit: 'px' } },
};
const resolution = new Resolution(
  openTokens('a.tokens.json', JSON.stringify(TOKENS), () => undefined).system,
);
const read = (files: readonly SourceFile[]): ReadFile[] => files.map((file) => readSourceFile(file)!);
const summary = (...files: SourceFile[]) => summaryOf(scan(read(files), resolution), read(files));

test('a value counts once for each place, however its letters are written, with the line it stands in', () => {
  const { found } = summary(
    { name: 'a.css', text: 'a { color: #ABCDEF }\r\nb {\r\n\tborder-color: #abcdef;\r\n}\r\n' },
    {
      name: 'b.css',
      text: `c { color: #222222; outline-color: #AbCdEf }\nd { margin: ${'1px '.repeat(4)} }`,
    },
  );
  expect(found.bypasses[0]).toMatchObject({ value: '1px', count: 4, kind: 'length' });
  expect(found.bypasses[1]).toEqual({
    value: '#ABCDEF',
    kind: 'color',
    as: 'foreign',
    count: 3,
    suggest: [],
    places: [
      { file: 'a.css', line: 1, source: 'a { color: #ABCDEF }' },
      { file: 'a.css', line: 3, source: 'border-color: #abcdef;' },
      { file: 'b.css', line: 1, source: 'c { color: #222222; outline-color: #AbCdEf }' },
    ],
  });
  expect(found.bypasses[2]).toMatchObject({ value: '#222222', as: 'exact', suggest: ['ink'] });
});

test('deprecated tokens, names that no token has and files that cannot be read are told apart', () => {
  const { found, leftOut } = summary(
    { name: 'a.css', text: 'a { color: var(--old); background: var(--old) }\nb { color: var(--nowhere) }' },
    { name: 'c.css', text: 'a { color: \0 }' },
  );
  expect(leftOut).toBe(0);
  expect(found.bypasses).toEqual([]);
  expect(found.deprecated).toMatchObject([{ path: 'old', count: 2, places: [{ line: 1 }, { line: 1 }] }]);
  expect(found.unknown).toMatchObject([{ count: 1, places: [{ file: 'a.css', line: 2 }] }]);
  expect(found.unreadable).toMatchObject([{ file: 'c.css' }]);
});

test('of what is found often twenty places are kept, of long lines their beginning', () => {
  const text = `${'a { color: #abcdef }\n'.repeat(50)}/* ${'x'.repeat(400)} */ b { color: #fedcba }`;
  const { found } = summary({ name: 'a.css', text });
  expect(found.bypasses.map(({ count, places }) => [count, places.length])).toEqual([[50, 20], [1, 1]]); // prettier-ignore
  expect(found.bypasses[1]!.places[0]!.source).toHaveLength(200);
});

test('what is told adds up to what was counted, in any source', () => {
  const part = fc.constantFrom('color: #222222', 'color: #232323', 'color: #777', 'gap: 8px', 'gap: 9px', 'color: var(--ink)', 'color: var(--old)', 'gap: 1rem'); // prettier-ignore
  const file = fc.tuple(fc.array(part, { maxLength: 12 }), fc.constantFrom('a.css', 'b.scss', 'c.html'));
  fc.assert(
    fc.property(fc.array(file, { maxLength: 4 }), (files) => {
      const sources = files.map(([parts, name], i) => ({
        name: `${i}/${name}`,
        text: name.endsWith('.html')
          ? `<p style="${parts.join('; ')}"></p>`
          : `a {\n${parts.join(';\n')}\n}\n`,
      }));
      const { parts, found, tokens, coverage } = summary(...sources);
      const raw = found.bypasses.reduce((sum, { count }) => sum + count, 0);
      expect(raw).toBe(parts.exact + parts.near + parts.foreign);
      expect(raw + parts.token).toBe(parts.total);
      expect(Object.values(tokens).reduce((sum, count) => sum + count, 0)).toBe(parts.token);
      expect(coverage).toBeCloseTo(parts.total === 0 ? 0 : parts.token / parts.total, 3);
      // Those found most often come first, and each place holds the value it is told of.
      const counts = found.bypasses.map(({ count }) => count);
      expect([...counts].sort((a, b) => b - a)).toEqual(counts);
      for (const { value, places } of found.bypasses)
        for (const { file: name, line, source } of places) {
          expect(
            sources
              .find((one) => one.name === name)!
              .text.split('\n')
              [line - 1]!.trim(),
          ).toBe(source);
          expect(source.toLowerCase()).toContain(value.toLowerCase());
        }
    }),
    { numRuns: 150 },
  );
});

test('a colour in another language’s form is also told as CSS says it', () => {
  const { found } = summary(
    { name: 'A.kt', text: 'val a = Color(0xFF123456)' },
    { name: 'b.css', text: 'a { color: #123457 }' },
  );
  expect(found.bypasses.map(({ value, css }) => [value, css])).toEqual([
    ['Color(0xFF123456)', '#123456'],
    ['#123457', undefined],
  ]);
});
