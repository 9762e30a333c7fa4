import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { colorDifference } from '../base/color/difference';
import { parseColor } from '../base/color/color';
import { OUTPUTS } from '../outputs/registry';
import { openTokens } from '../tokens/open';
import { Resolution } from '../tokens/resolve';
import { readSourceFile, scan, Scanner, scanText } from './scan';

const px = (value: number) => ({ value, unit: 'px' });
const srgb = (...components: number[]) => ({ colorSpace: 'srgb', components });
const tokens = {
  color: {
    $type: 'color',
    grey: { '800': { $value: srgb(0.2, 0.2, 0.2) } },
    text: { quiet: { $value: '{color.grey.800}' }, old: { $value: '{color.grey.800}', $deprecated: 'Use color.text.quiet' } },
    border: { line: { $value: '{color.grey.800}' } },
  },
  space: { $type: 'dimension', '4': { $value: px(16) }, '5': { $value: { value: 1.25, unit: 'rem' } } },
  radius: { $type: 'dimension', small: { $value: px(4) } },
  time: { $type: 'duration', fast: { $value: { value: 0.2, unit: 's' } } },
  ease: { $type: 'cubicBezier', out: { $value: [0, 0, 0.58, 1] } },
  weight: { $type: 'fontWeight', bold: { $value: 'bold' } },
  font: { $type: 'fontFamily', body: { $value: ['Archivo', 'serif'] } },
  shadow: { $type: 'shadow', low: { $value: [{ color: srgb(0, 0, 0), offsetX: px(0), offsetY: px(1), blur: px(2), spread: px(0) }, { color: srgb(1, 0, 0), offsetX: px(0), offsetY: px(0), blur: px(0), spread: px(1), inset: true }] } },
  body: { $type: 'typography', $value: { fontFamily: '{font.body}', fontSize: px(16), fontWeight: 400, letterSpacing: px(0), lineHeight: 1.5 } },
}; // prettier-ignore
const resolutionOf = (json: object) =>
  new Resolution(openTokens('t.json', JSON.stringify(json), () => undefined).system);
const resolution = resolutionOf(tokens);
const scanned = (files: Record<string, string>, against = resolution) =>
  scan(
    Object.entries(files).map(([name, text]) => readSourceFile({ name, text })!),
    against,
  );
const outcome = (name: string, text: string) =>
  scanned({ [name]: text }).found.map(({ as, path, suggest }) =>
    path ? `${as} ${path}` : [as, ...suggest].join(' '),
  );

// COMMANDS, `scan`: token, exact, near and foreign.
test.each<[string, string, string[]]>([
  ['equal values, however written', 'a { color: #333; padding: 1rem 20px; margin: 12pt; border-radius: 4PX; transition: .2s ease-out; font-weight: 700; font-family: "archivo", Serif }', [
    'exact color.text.quiet color.border.line color.grey.800', 'exact space.4', 'exact space.5', 'exact space.4', 'exact radius.small', 'exact time.fast', 'exact ease.out', 'exact weight.bold', 'exact font.body',
  ]],
  ['what is meant for a property first', 'a { border-color: rgb(51 51 51) }', ['exact color.border.line color.text.quiet color.grey.800']],
  ['near within and at a px', 'a { gap: 17px 15px 17.01px 18px }', ['near space.4', 'near space.4', 'foreign', 'foreign']],
  ['near in colour', 'a { color: #343434; background: #3c3c3c }', ['near color.text.quiet color.border.line color.grey.800', 'foreign']],
  ['a transparency of its own', 'a { color: #33333380 }', ['foreign']],
  ['times are equal or foreign', 'a { transition-duration: 199ms, 200ms }', ['foreign', 'exact time.fast']],
  ['each layer of a shadow', 'a { box-shadow: 0 1px 2px #000, inset 0 0 0 1px red, 0 1px red }', ['exact shadow.low', 'exact shadow.low', 'foreign']],
  ['references, longhands too, their fallback not looked into', 'a { color: var(--color-text-quiet, #f00); font-size: var(--body-font-size); width: var(--space-4) }', ['token color.text.quiet', 'token body']],
  ['a name the source sets is no part', ':root { --own: #333 } a { color: var(--own); background: var(--none) }', ['exact color.text.quiet color.border.line color.grey.800', 'foreign']],
])('%s', (_, css, expected) => {
  expect(outcome('a.css', css)).toEqual(expected);
}); // prettier-ignore

test('by every name an output gives a token, in its language', () => {
  const sources: Record<string, string> = {
    'a.css': 'a { color: var(--color-text-quiet) }',
    'a.scss': 'a { color: $color-text-quiet; gap: t.$space_4 }',
    'a.less': 'a { color: @color-text-quiet }',
    'a.js': 'const style = { color: tokens["color.text.quiet"] }',
    'a.ts': 'const style = { color: token("color.text.quiet") }',
    'a.swift': 'Tokens.colorTextQuiet',
    'a.kt': 'Tokens.colorTextQuiet; R.color.color_text_quiet',
    'a.xml': '<resources><item name="x">@color/color_text_quiet</item></resources>',
  };
  const { tokens: used, parts } = scanned(sources);
  expect(used).toEqual({ 'color.text.quiet': 9, 'space.4': 1 });
  expect(parts).toEqual({ total: 10, token: 10, exact: 0, near: 0, foreign: 0 });
  // What an output writes, it is found by: each format that names tokens is among those above.
  for (const output of OUTPUTS.values()) expect([output.name, output.naming !== undefined]).toEqual([output.name, !/json|dtcg|catalogue/.test(output.name)]);
}); // prettier-ignore

test('findings say what stands where, and what to use', () => {
  const { findings, coverage, files, parts } = scanned({
    'b/a.css': '\n a { color: #333; gap: 15px; margin: 99px;\n background: var(--nope); fill: var(--color-text-old); stroke: var(--color-text-quiet) }',
    'broken.css': 'a {\n color: red',
  });
  expect(findings.map(({ code, level, at, value, suggest }) => [code, level, at.file, at.line, at.column, value, suggest?.[0]])).toEqual([
    ['raw-exact', 'warning', 'b/a.css', 2, 13, '#333', 'color.text.quiet'],
    ['raw-near', 'note', 'b/a.css', 2, 24, '15px', 'space.4'],
    ['raw-foreign', 'note', 'b/a.css', 2, 38, '99px', undefined],
    ['unknown-token', 'error', 'b/a.css', 3, 14, 'var(--nope)', undefined],
    ['deprecated-use', 'warning', 'b/a.css', 3, 33, 'var(--color-text-old)', undefined],
    ['unreadable', 'warning', 'broken.css', 1, 1, undefined, undefined],
  ]);
  expect(parts).toEqual({ total: 6, token: 2, exact: 1, near: 1, foreign: 2 });
  expect([files, coverage]).toEqual([2, 0.3333]);
  for (const { message, fix } of findings) expect(`${message}${fix}`).toMatch(/^\S.{20}/);
  expect(scanText(scanned({ 'a.css': 'a { color: #333 }' }))).toBe('1 file, 1 value: 0 by token (0.0 %), 1 equal to one, 0 near to one, 0 of neither kind.');
}); // prettier-ignore

test('nothing to scan covers nothing, binary and very deep files are told', () => {
  expect(scanned({})).toMatchObject({ files: 0, coverage: 0, parts: { total: 0 }, findings: [] });
  expect(scanned({ 'a.css': 'a\0b' }).findings.map(({ code, message }) => [code, message])).toEqual([['unreadable', 'a.css cannot be read: It is no text']]);
  expect(readSourceFile({ name: 'a.md', text: '' })).toBeUndefined();
  const deep = `a{gap:${'calc('.repeat(6000)}8px${')'.repeat(6000)}}`;
  expect(() => scanned({ 'a.css': deep, 'a.ts': `${'['.repeat(20_000)}` })).not.toThrow();
}); // prettier-ignore

/** The plainest reading of “exact” and “near”: every token against every value. */
test('what equals or is near to a token is found as by looking at each', () => {
  const colors = resolution.paths.flatMap((path) => {
    const resolved = resolution.value(path, 0)!;
    return resolved.type === 'color' ? [resolved] : [];
  });
  const grey = parseColor('#333333')!;
  expect(colors.length).toBeGreaterThan(3);
  const byte = fc.integer({ min: 40, max: 62 });
  fc.assert(
    fc.property(fc.tuple(byte, byte, byte), (rgb) => {
      const hex = `#${rgb.map((one) => one.toString(16).padStart(2, '0')).join('')}`;
      const off = colorDifference(parseColor(hex)!, grey);
      const [found] = scanned({ 'a.css': `a { color: ${hex} }` }).found;
      expect(found!.as).toBe(hex === '#333333' ? 'exact' : off <= 2 ? 'near' : 'foreign');
    }),
    { numRuns: 300 },
  );
  fc.assert(
    fc.property(fc.integer({ min: -400, max: 400 }), (tenths) => {
      const value = tenths / 10;
      if (value === 0) return;
      const [found] = scanned({ 'a.css': `a { gap: ${value}px }` }).found;
      const off = Math.min(...[16, 20, 4].map((one) => Math.abs(one - value)));
      expect(found!.as).toBe(off === 0 ? 'exact' : off <= 1 + 1e-9 ? 'near' : 'foreign');
    }),
  );
});

test('scanned again after any change of some files, everything is as scanned afresh', () => {
  const pieces = fc.constantFrom(':root { --a: #333 }', ':root { --b: 1px }', 'a { color: var(--a) }', 'a { gap: var(--b) }', 'a { color: #333 }', 'a {', '', 'a { color: var(--color-text-quiet); gap: 15px }', ':root { --color-text-quiet: red }'); // prettier-ignore
  const read = (name: string, text: string) => readSourceFile({ name, text })!;
  fc.assert(
    fc.property(fc.array(pieces, { minLength: 1, maxLength: 5 }), fc.array(fc.tuple(fc.nat(4), pieces), { maxLength: 5 }), (texts, changes) => {
      const files = texts.map((text, i) => read(`${i}.css`, text));
      const scanner = new Scanner(resolution);
      scanner.scan(files);
      for (const [at, text] of changes) {
        files[at % files.length] = read(`${at % files.length}.css`, text);
        expect(scanner.scan(files)).toEqual(scan(files, resolution));
      }
    }),
  );
}); // prettier-ignore

test('in a package’s style sheet, counts are what another parser counts', () => {
  const text = readFileSync('node_modules/milligram/dist/milligram.css', 'utf8');
  const { parts, found } = scanned({ 'milligram.css': text });
  expect(parts.total).toBe(parts.token + parts.exact + parts.near + parts.foreign);
  // Hexadecimal colours of that sheet, counted by a plain search outside remarks.
  const hexes = text.replace(/\/\*[^]*?\*\//g, '').match(/:[^;{}]*#[0-9a-f]{3,8}\b/gi)!;
  expect(found.filter(({ kind, value }) => kind === 'color' && value.startsWith('#'))).toHaveLength(
    hexes.length,
  );
});
