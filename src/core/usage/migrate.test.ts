import fc from 'fast-check';
import { openTokens } from '../tokens/open';
import { Resolution } from '../tokens/resolve';
import { migrate, type Wanted } from './migrate';
import { readSourceFile, scan } from './scan';

const px = (value: number) => ({ value, unit: 'px' });
const srgb = (...components: number[]) => ({ colorSpace: 'srgb', components });
const text = (fontFamily: string) => ({
  fontFamily,
  fontSize: px(16),
  fontWeight: 400,
  letterSpacing: px(0),
  lineHeight: 1.5,
});
const tokens = {
  grey: { $type: 'color', '800': { $value: srgb(0.2, 0.2, 0.2) }, '900': { $value: srgb(0.1, 0.1, 0.1) } },
  color: {
    $type: 'color',
    text: { quiet: { $value: '{grey.800}' }, loud: { $value: '{grey.900}' }, strong: { $value: '{grey.900}' } },
    border: { line: { $value: '{grey.800}' } },
    old: { $value: '{grey.800}', $deprecated: 'Use color.text.quiet instead.' },
    older: { $value: '{grey.800}', $deprecated: true, $extensions: { 'app.seedplan': { replacement: 'color.old' } } },
    lost: { $value: '{grey.800}', $deprecated: 'Use another.' },
    either: { $value: '{grey.800}', $deprecated: 'Use color.text.quiet or {color.text.loud}' },
    wrong: { $value: '{grey.800}', $deprecated: '{space.gap}' },
    circle: { $value: '{grey.800}', $deprecated: '{color.circle2}' },
    circle2: { $value: '{grey.800}', $deprecated: '{color.circle}' },
  },
  size: { $type: 'dimension', '8': { $value: px(8) }, '1': { $value: px(1) } },
  space: { $type: 'dimension', gap: { $value: '{size.8}' } },
  border: { $type: 'dimension', width: { $value: '{size.1}' } },
  ms: { $type: 'duration', '200': { $value: { value: 200, unit: 'ms' } } },
  duration: { $type: 'duration', fast: { $value: '{ms.200}' } },
  shade: { $type: 'shadow', one: { $value: { color: srgb(0, 0, 0), offsetX: px(0), offsetY: px(1), blur: px(2), spread: px(0) } }, two: { $value: [{ color: srgb(1, 0, 0), offsetX: px(0), offsetY: px(9), blur: px(2), spread: px(0) }, { color: srgb(0, 0, 0), offsetX: px(0), offsetY: px(8), blur: px(2), spread: px(0) }] } },
  shadow: { $type: 'shadow', low: { $value: '{shade.one}' }, high: { $value: '{shade.two}' } },
  type: { $type: 'typography', new: { $value: text('Archivo') }, old: { $value: text('Archivo'), $deprecated: '{type.new}' } },
}; // prettier-ignore
const resolution = new Resolution(openTokens('t.json', JSON.stringify(tokens), () => undefined).system);
const of = (files: Record<string, string>, wanted: Wanted[] = []) =>
  migrate(Object.entries(files).map(([name, source]) => readSourceFile({ name, text: source })!), resolution, wanted); // prettier-ignore
/** A file after it, and why what was not certain was left. */
const after = (name: string, source: string, wanted: Wanted[] = []) => {
  const { changed, uncertain } = of({ [name]: source }, wanted);
  return [changed[0]?.text ?? source, ...uncertain.map(({ value, why }) => `${value}: ${why}`)];
};

// COMMANDS, `migrate`: what is changed.
test.each<[string, string, string, string]>([
  ['a raw value with one purpose that fits', 'a.css', 'a { color: #333 }', 'a { color: var(--color-text-quiet) }'],
  ['by the property it stands in', 'a.css', 'a { border-color: #333; gap: 8px; width: 8px }', 'a { border-color: var(--color-border-line); gap: var(--space-gap); width: 8px }'],
  ['in shorthands', 'a.css', 'a { border: 1px solid rgb(51 51 51); transition: color .2s ease }', 'a { border: var(--border-width) solid var(--color-border-line); transition: color var(--duration-fast) ease }'],
  ['however it is written, all else byte for byte', 'a.css', '\uFEFFa{\r\n\tCOLOR:#333333!important;/* #333 */ padding:.5rem  8PX }\r\n', '\uFEFFa{\r\n\tCOLOR:var(--color-text-quiet)!important;/* #333 */ padding:var(--space-gap)  var(--space-gap) }\r\n'],
  ['within sums', 'a.css', 'a { gap: calc(8px + 1vw) }', 'a { gap: calc(var(--space-gap) + 1vw) }'],
  ['a whole shadow, and no layer of two', 'a.css', 'a { box-shadow: 0 1px 2px #000 } b { box-shadow: 0 9px 2px red }', 'a { box-shadow: var(--shadow-low) } b { box-shadow: 0 9px 2px red }'],
  ['a deprecated token, with what stands in for it', 'a.css', 'a { color: var( --color-old , #333) }', 'a { color: var( --color-text-quiet , #333) }'],
  ['step by step', 'a.css', 'a { color: var(--color-older) }', 'a { color: var(--color-text-quiet) }'],
  ['of a text style the same longhand', 'a.css', 'a { font-size: var(--type-old-font-size) }', 'a { font-size: var(--type-new-font-size) }'],
  ['in SCSS by `var()`', 'a.scss', '.a { .b { color: #333 } }', '.a { .b { color: var(--color-text-quiet) } }'],
  ['in SCSS that names tokens, as it does', 'a.scss', '.a { gap: $space-gap; color: #333; &:hover { color: t.$color_old } }', '.a { gap: $space-gap; color: $color-text-quiet; &:hover { color: t.$color-text-quiet } }'],
  ['in functions of SCSS that names tokens', 'a.scss', '.a { gap: $space-gap; color: darken(#333, 5%) }', '.a { gap: $space-gap; color: darken($color-text-quiet, 5%) }'],
  ['in Less', 'a.less', '.a { gap: @space-gap; color: #333 }', '.a { gap: @space-gap; color: @color-text-quiet }'],
  ['in pages', 'a.html', '<p style="color: #333; width: 8px"><svg><path fill="#333"/></svg><style>a { gap: 8px }</style>', '<p style="color: var(--color-text-quiet); width: 8px"><svg><path fill="var(--color-text-quiet)"/></svg><style>a { gap: var(--space-gap) }</style>'],
  ['in objects of style, numbers too', 'a.jsx', 'const a = <p style={{ gap: 8, color: "#333", color: tokens["color.old"], width: 8 }} />;', 'const a = <p style={{ gap: \'var(--space-gap)\', color: "var(--color-text-quiet)", color: tokens["color.text.quiet"], width: 8 }} />;'],
  ['in style sheets of scripts', 'a.ts', 'const A = css`color: #333; gap: ${x}px`;', 'const A = css`color: var(--color-text-quiet); gap: ${x}px`;'],
  ['in components of Vue', 'a.vue', '<template><p style="gap: 8px" :style="{ color: \'#333\' }"/></template>\n<style>a { gap: 8px }</style>', '<template><p style="gap: var(--space-gap)" :style="{ color: \'var(--color-text-quiet)\' }"/></template>\n<style>a { gap: var(--space-gap) }</style>'],
  ['names of Swift and Kotlin', 'a.kt', 'val a = Tokens.colorOld; R.color.color_old', 'val a = Tokens.colorTextQuiet; R.color.color_text_quiet'],
  ['resources', 'a.xml', '<resources><item name="x">@color/color_old</item></resources>', '<resources><item name="x">@color/color_text_quiet</item></resources>'],
])('changed: %s (%s)', (_, name, before, expected) => {
  expect(after(name, before)).toEqual([expected]);
  // Applied again it changes nothing, and what it wrote is a token to the scan.
  expect(of({ [name]: expected }).changed).toEqual([]);
  const parts = (source: string) => scan([readSourceFile({ name, text: source })!], resolution).parts;
  expect(parts(expected).total).toBe(parts(before).total);
  expect(parts(expected).token).toBeGreaterThanOrEqual(parts(before).token);
}); // prettier-ignore

// COMMANDS, `migrate`: what is uncertain, and what is left.
test.each<[string, string, string, string[]]>([
  ['several tokens that fit', 'a.css', 'a { color: #1a1a1a }', ['#1a1a1a: Several tokens fit: color.text.loud, color.text.strong']],
  ['a definition that others read', 'a.css', ':root { --own: #333 }', ['#333: It is set here for others to read']],
  ['a variable', 'a.scss', '$own: 8px;', ['8px: It is set here for others to read']],
  ['a text that is built', 'a.js', 'const style = { border: `1px ${x} #333` };', ['1px: The text is put together from pieces', '#333: The text is put together from pieces']],
  ['a function of SCSS', 'a.scss', '.a { color: darken(#333, 5%) }', ['#333: A preprocessor computes with it']],
  ['an operand', 'a.scss', '.a { gap: 8px * 2 }', ['8px: It is computed with']],
  ['a picture', 'a.svg', '<svg xmlns="http://www.w3.org/2000/svg"><path fill="#333"/></svg>', ['#333: A picture by itself has no tokens']],
  ['a number in an attribute', 'a.vue', '<template><p :style="{ gap: 8 }"/></template>', ['8: It is a number in a bound attribute']],
  ['the font shorthand', 'a.css', 'a { font: 8px serif }', ['8px: Which part of the shorthand it is, is not certain']],
  ['a deprecated token without another', 'a.css', 'a { color: var(--color-lost) }', ['var(--color-lost): color.lost is deprecated and does not name one token in its place']],
  ['with two others', 'a.css', 'a { color: var(--color-either) }', ['var(--color-either): color.either is deprecated and does not name one token in its place']],
  ['in a circle', 'a.css', 'a { color: var(--color-circle) }', ['var(--color-circle): color.circle is deprecated and does not name one token in its place']],
  ['with one of another type', 'a.css', 'a { color: var(--color-wrong) }', ['var(--color-wrong): space.gap is of another type than color.wrong']],
  ['a file that cannot be parsed', 'a.css', 'a { color: #333', [': The file cannot be read: Unclosed block']],
  ['near and foreign values', 'a.css', 'a { color: #343434; gap: 99px; background: #333; letter-spacing: 8px }', []],
])('not changed: %s', (_, name, source, why) => {
  expect(after(name, source)).toEqual([source, ...why]);
}); // prettier-ignore

test('what is asked for besides is changed wherever it stands', () => {
  const wanted = [{ old: '#FFF', token: 'color.text.loud' }, { old: '12px', token: 'size.8' }, { old: 'size.1', token: 'size.8' }, { old: 'color.text.quiet', token: 'color.text.loud' }];
  expect(after('a.css', 'a { background: white; gap: 12px; padding: var(--size-1); color: var(--color-text-quiet); font: 12px serif; --x: 12px }', wanted)).toEqual([
    'a { background: var(--color-text-loud); gap: var(--size-8); padding: var(--size-8); color: var(--color-text-loud); font: var(--size-8) serif; --x: 12px }',
    '12px: It is set here for others to read',
  ]);
  expect(after('a.kt', 'Modifier.padding(12.dp)', wanted)).toEqual(['Modifier.padding(Tokens.size8)']);
  expect(after('a.xml', '<resources><dimen name="a">12dp</dimen></resources>', wanted)).toEqual(['<resources><dimen name="a">@dimen/size_8</dimen></resources>']);
}); // prettier-ignore

test('edits say where, what and why; the rest is counted', () => {
  const { edits, left, changed } = of({ 'a.css': '\n\na { color: #333; gap: 99px; padding: 9px }', 'b.css': 'a { gap: 1px }' });
  expect(edits).toEqual([{ at: { file: 'a.css', line: 3, column: 12 }, before: '#333', after: 'var(--color-text-quiet)', token: 'color.text.quiet', why: '#333 is the value of color.text.quiet, and of no other made for color' }]);
  expect(left).toBe(3);
  expect(changed.map(({ name }) => name)).toEqual(['a.css']);
}); // prettier-ignore

test('any sheet is parsed as before, twice is once, and no raw value is lost', () => {
  const declaration = fc.constantFrom('color: #333', 'gap:8px', 'border: 1px solid #333', 'padding: 8px 4px', 'color: var(--color-old)', 'transition: all 200ms', 'width: 8px', '--a: #333', 'box-shadow: 0 1px 2px #000', 'margin: calc(8px * 2)', '/* #333 */', 'color: darken(#333, 1%)', 'gap: $space-gap'); // prettier-ignore
  fc.assert(
    fc.property(fc.constantFrom('a.css', 'a.scss', 'a.less'), fc.array(declaration, { minLength: 1, maxLength: 6 }), (name, list) => {
      const source = `.a {\n  ${list.join(';\n  ')};\n}\n`;
      const read = readSourceFile({ name, text: source })!;
      const first = migrate([read], resolution);
      const now = first.changed[0]?.text ?? source;
      const again = readSourceFile({ name, text: now })!;
      expect('problem' in again).toBe('problem' in read);
      expect(migrate([again], resolution).changed).toEqual([]);
      expect(now.split('\n')).toHaveLength(source.split('\n').length);
      const [before, later] = [scan([read], resolution).parts, scan([again], resolution).parts];
      expect(later.total).toBe(before.total);
      expect(later.token - before.token).toBe(first.edits.filter(({ why }) => !/deprecated/.test(why)).length);
    }),
    { numRuns: 300 },
  );
}); // prettier-ignore
