import fc from 'fast-check';
import { openTokens } from '../../tokens/open';
import { Resolution } from '../../tokens/resolve';
import { readSourceFile, Scanner } from '../scan';
import { checkChange, type CheckedChange } from './registry';

const resolution = new Resolution(
  openTokens(
    't.json',
    JSON.stringify({
      ink: { $type: 'color', $value: { colorSpace: 'srgb', components: [0.2, 0.2, 0.2] } },
      old: { $type: 'color', $value: '{ink}', $deprecated: true },
      gap: { $type: 'dimension', $value: { value: 8, unit: 'px' } },
    }),
    () => undefined,
  ).system,
);
type Tree = Record<string, string>;
function checked(before: Tree, after: Tree): Record<string, CheckedChange> {
  const scanner = new Scanner(resolution);
  const side = (tree: Tree) => {
    const files = Object.entries(tree).map(([name, text]) => readSourceFile({ name, text })!);
    return { files, scan: scanner.scan(files) };
  };
  return Object.fromEntries(checkChange(side(before), side(after)).map((one) => [one.code, one]));
}
const told = (before: Tree, after: Tree) =>
  Object.values(checked(before, after))
    .filter(({ state }) => state !== 'passed')
    .map(({ code, state, said, places }) => [
      code,
      state,
      said,
      ...places.map(({ file, line }) => `${file}:${line}`),
    ]);

const RAW = 'a { color: var(--ink) }\n';
test.each<[string, Tree, Tree, unknown[][]]>([
  ['nothing changed', { 'a.css': 'a { color: #333; gap: 8px }' }, { 'a.css': 'a { color: #333; gap: 8px }' }, []],
  ['a raw value added', { 'a.css': RAW }, { 'a.css': `${RAW}b {\n  gap: 8px;\n}` }, [
    ['raw-values', 'warning', '1 new raw value that a token has', 'a.css:3'],
    ['coverage', 'warning', 'From 100.0 % to 50.0 %'],
  ]],
  ['a foreign value added', { 'a.css': RAW }, { 'a.css': `${RAW}b { gap: 77px }` }, [['coverage', 'warning', 'From 100.0 % to 50.0 %']]],
  ['the second of two alike', { 'a.css': 'a { gap: 8px }\n' }, { 'a.css': 'b { gap: 8px }\na { gap: 8px }\n' }, [['raw-values', 'warning', '1 new raw value that a token has', 'a.css:1']]],
  ['a value moved down, and to another file', { 'a.css': 'a { gap: 8px }' }, { 'a.css': '\n\n', 'b.css': 'b { color: var(--ink) }\na { gap: 8px }' }, []],
  ['a deprecated token', { 'a.css': RAW }, { 'a.css': 'a { color: var(--old) }\n' }, [['deprecated', 'warning', '1 new use of deprecated tokens', 'a.css:1']]],
  ['a name that is not there', { 'a.css': RAW }, { 'a.css': `${RAW}b { color: var(--in) }` }, [
    ['names', 'failed', '1 custom property that no token has and nothing sets', 'a.css:2'],
    ['coverage', 'warning', 'From 100.0 % to 50.0 %'],
  ]],
  ['a property that is no longer set', { 'a.css': ':root { --mine: red } b { color: var(--mine) }' }, { 'a.css': 'b { color: var(--mine) }' }, [['names', 'failed', '1 custom property that no token has and nothing sets', 'a.css:1']]],
  ['a file torn', { 'a.css': RAW }, { 'a.css': 'a { color: var(--ink)\n' }, [
    ['readable', 'failed', '1 file can no longer be read', 'a.css:1'],
    ['coverage', 'warning', 'From 100.0 % to 0.0 %'],
  ]],
  ['a torn file mended', { 'a.css': 'a {' }, { 'a.css': RAW }, []],
  ['the first source of all', {}, { 'a.css': 'a { gap: 77px }' }, []],
])('%s', (_, before, after, expected) => {
  expect(told(before, after)).toEqual(expected);
}); // prettier-ignore

test('a line that was there before comes last among the places', () => {
  const { 'raw-values': raw } = checked({ 'a.css': 'a { gap: 8px }\n' }, { 'a.css': 'a { gap: 8px }\nb { padding: 8px }\nc { margin: 8px }\n' }); // prettier-ignore
  expect(raw!.places.map(({ line, source }) => [line, source])).toEqual([
    [2, 'b { padding: 8px }'],
    [3, 'c { margin: 8px }'],
  ]);
});

test('whatever is shuffled between files, nothing is new; and what a change adds, undoing takes away', () => {
  const lines = fc.array(fc.constantFrom('a { gap: 8px }', 'b { color: #333 }', 'c { color: var(--old) }', 'd { color: var(--ink) }', 'e { color: var(--no) }', 'f { gap: 77px }'), { maxLength: 12 }); // prettier-ignore
  const split = (all: string[], at: number): Tree => ({ 'a.css': all.slice(0, at).join('\n'), 'b.css': all.slice(at).join('\n') }); // prettier-ignore
  fc.assert(
    fc.property(lines, fc.nat(12), fc.nat(12), (all, at, other) => {
      expect(told(split(all, at), split([...all].reverse(), other))).toEqual([]);
    }),
    { numRuns: 60 },
  );
  fc.assert(
    fc.property(lines, lines, (some, more) => {
      const [less, all] = [split(some, 3), split([...some, ...more], 3)];
      const counted = (line: string) => more.filter((one) => one === line).length;
      const there = checked(less, all);
      const newRaw = counted('a { gap: 8px }') + counted('b { color: #333 }');
      expect(there['raw-values']!.places).toHaveLength(newRaw);
      expect(there.deprecated!.places).toHaveLength(counted('c { color: var(--old) }'));
      expect(there.names!.state).toBe(counted('e { color: var(--no) }') > 0 ? 'failed' : 'passed');
      expect(told(all, less).filter(([code]) => code !== 'coverage')).toEqual([]);
    }),
    { numRuns: 60 },
  );
});
