import { jsonObject, type Json, type JsonObject } from '../base/json/json';
import fc from 'fast-check';
import { tokenSystemOf } from '../tokens/token-tree';
import { Resolution } from '../tokens/resolve';
import { demo } from '@/testing/library';
import { Bindings } from './bindings';
import { rawParts } from './raw-values';

const { items } = demo();
const resolution = new Resolution(tokenSystemOf(items));
const bindings = new Bindings(resolution, 0);
const paths = (property: string, typed: string, n = 3) =>
  bindings
    .choices(property, typed)
    .slice(0, n)
    .map(({ path }) => path);

test('a value typed brings the tokens nearest to it, those meant for the property first among equals', () => {
  // #1e2528 is color.grey.900 and color.text.default; for text the purpose comes first.
  expect(paths('color', '#1e2528', 1)).toEqual(['color.text.default']);
  expect(paths('background-color', '#1e2529', 1)).not.toEqual(['color.text.default']);
  expect(bindings.choices('color', '#1e2528')[0]).toMatchObject({ off: 0, meant: true, tier: 'semantic' });
});

test('words narrow the choice, and only tokens of a fitting type are offered', () => {
  expect(paths('color', 'text quiet', 1)).toEqual(['color.text.quiet']);
  for (const { path } of bindings.choices('color', '')) expect(resolution.value(path, 0)!.type).toBe('color');
  for (const { path } of bindings.choices('padding', ''))
    expect(resolution.value(path, 0)!.type).toBe('dimension');
  expect(bindings.choices('padding', '')[0]!.meant).toBe(true);
  expect(bindings.choices('color', 'no-such-word')).toEqual([]);
});

test('of any order, nearer comes before further, and meant before the rest of the same distance', () => {
  const typed = fc.oneof(
    fc.integer({ min: 0, max: 0xffffff }).map((n) => ['color', `#${n.toString(16).padStart(6, '0')}`]),
    fc.integer({ min: 1, max: 80 }).map((n) => ['padding', `${n}px`]),
    fc.integer({ min: 1, max: 900 }).map((n) => ['transition-duration', `${n}ms`]),
  );
  fc.assert(
    fc.property(typed, ([property, value]) => {
      const found = bindings.choices(property!, value!);
      found.slice(1).forEach((one, i) => {
        const before = found[i]!;
        expect(before.off!).toBeLessThanOrEqual(one.off!);
        if (before.off === one.off) expect(Number(before.meant)).toBeGreaterThanOrEqual(Number(one.meant));
      });
    }),
    { numRuns: 40 },
  );
});

test.each([
  ['padding', '16px', 'inset.control.inline', true],
  ['padding', '1rem', 'inset.control.inline', true],
  ['padding', '15px', 'inset.control.inline', false],
  ['border-radius', '6px', 'corner.control', false],
  ['border-radius', '40px', undefined, undefined],
  ['transition-duration', '0.6s', 'time.slow', true],
  ['transition-duration', '590ms', undefined, undefined],
  ['width', '16px', undefined, undefined],
  ['cursor', 'pointer', undefined, undefined],
])('%s of %s is bound to %s', (property, value, path, exact) => {
  const found = bindings.suggest(property, value);
  expect([found?.path, found?.exact]).toEqual([path, exact]);
});

/** A resolution of tokens said as `path: type value`. */
const made = (...tokens: [path: string, type: string, value: Json][]) =>
  new Bindings(
    new Resolution({
      axes: [],
      sources: [
        {
          id: 's',
          label: 's',
          when: {},
          groups: new Map(),
          tokens: new Map(tokens.map(([path, type, value]) => [path, jsonObject([['$type', type], ['$value', value]])])),
        },
      ],
    }),
    0,
  ); // prettier-ignore
const px = (value: number) => jsonObject([['value', value], ['unit', 'px']]); // prettier-ignore
const srgb = (...components: number[]) => jsonObject([['colorSpace', 'srgb'], ['components', components]]); // prettier-ignore

// Which type of token each property of CSS takes (its value in the property index of the CSS specifications).
test('each property takes tokens of the types its values are of', () => {
  const types: [string, Json][] = [
    ['color', srgb(0, 0, 0)],
    ['dimension', px(1)],
    ['fontFamily', 'Archivo'],
    ['fontWeight', 400],
    ['number', 1],
    ['duration', jsonObject([['value', 1], ['unit', 'ms']])],
    ['cubicBezier', [0, 0, 1, 1]],
  ]; // prettier-ignore
  const all = made(...types.map(([type, value]): [string, string, Json] => [type, type, value]));
  const takes = (property: string) => all.choices(property, '').map(({ path }) => path);
  const groups: [properties: string, takes: string][] = [
    ['color fill caret-color text-decoration-color background background-color border-color border-top-color border-inline-start-color outline-color stroke', 'color'],
    ['font-size letter-spacing border-radius border-top-left-radius border-width border-block-end-width outline-width stroke-width padding padding-inline-start margin inset inset-block gap row-gap column-gap top right bottom left width min-height max-width inline-size min-block-size', 'dimension'],
    ['font-family', 'fontFamily'],
    ['font-weight', 'fontWeight'],
    ['line-height', 'dimension number'],
    ['opacity z-index order flex-grow flex-shrink', 'number'],
    ['transition-duration transition-delay animation-duration animation-delay', 'duration'],
    ['transition-timing-function animation-timing-function', 'cubicBezier'],
    ['font box-shadow text-shadow transition animation border border-top border-inline-start outline', ''],
    ['display top-color color-scheme background-image font-style x-gap-x my-left width-x line-height-step', 'color cubicBezier dimension duration fontFamily fontWeight number'],
  ]; // prettier-ignore
  for (const [properties, wanted] of groups)
    for (const property of properties.split(' '))
      expect([property, takes(property).sort().join(' ')]).toEqual([property, wanted]);
});

test.each([
  ['color', 'color.text.x'], ['color', 'ink.x'], ['fill', 'color.icon.x'], ['background-color', 'surface.x'], ['background', 'ground.x'], ['background', 'fill.x'],
  ['border-color', 'line.x'], ['stroke', 'stroke.x'], ['outline-color', 'focus.x'],
])('for %s, %s is meant, and comes before what is not', (property, path) => {
  const both = made(['a.plain', 'color', srgb(0, 0, 0)], [path, 'color', srgb(0, 0, 0)]);
  expect(both.choices(property, '#000').map((one) => [one.path, one.meant, one.off])).toEqual([[path, true, 0], ['a.plain', false, 0]]);
  expect(both.suggest(property, '#000')).toMatchObject({ path, exact: true });
}); // prettier-ignore

test.each([
  ['font-size', 'text.x'], ['font-size', 'size.x'], ['letter-spacing', 'tracking.x'], ['border-radius', 'corner.x'], ['border-width', 'line.x'], ['padding', 'space.x'], ['gap', 'gap.x'],
  ['left', 'inset.x'], ['min-width', 'target.x'], ['height', 'height.x'], ['line-height', 'leading.x'],
])('of sizes only one meant for %s is suggested: %s', (property, path) => {
  const both = made(['a.plain', 'dimension', px(8)], [path, 'dimension', px(9)]);
  expect(both.suggest(property, '8px')).toMatchObject({ path, off: 1, exact: false });
  expect(both.choices(property, '8px').map((one) => one.path)).toEqual(['a.plain', path]);
  expect(made(['a.plain', 'dimension', px(8)]).suggest(property, '8px')).toBeUndefined();
}); // prettier-ignore

test('near is 2 px, CIEDE2000 5 and the same transparency; of time only the same', () => {
  const all = made(
    ['space.x', 'dimension', px(10)],
    ['text.x', 'color', srgb(0.4, 0.4, 0.4)],
    ['time.x', 'duration', jsonObject([['value', 200], ['unit', 'ms']])],
  ); // prettier-ignore
  const found = (property: string, value: string) => all.suggest(property, value)?.off;
  expect([found('gap', '8px'), found('gap', '12px'), found('gap', '7.9px'), found('gap', '0.75rem')]).toEqual([2, 2, undefined, 2]);
  expect([found('color', '#666'), found('color', 'rgb(102 102 102 / 1)')]).toEqual([0, 0]);
  expect(found('color', '#6d6d6d')).toBeGreaterThan(2);
  expect(found('color', 'rgb(102 102 102 / 0.5)')).toBeUndefined();
  expect(found('color', '#999999')).toBeUndefined();
  expect([found('transition-duration', '.2s'), found('transition-duration', '201ms'), found('transition-duration', '200')]).toEqual([0, undefined, undefined]);
  expect([found('gap', '200ms'), found('gap', '#808080'), found('color', '10px')]).toEqual([undefined, undefined, undefined]);
}); // prettier-ignore

test('values that are no quantity are bound to the token that says the same', () => {
  const all = made(['a.x', 'fontFamily', 'Archivo'], ['font.x', 'fontFamily', ['Archivo', 'serif']], ['ease.x', 'cubicBezier', [0, 0, 1, 1]]); // prettier-ignore
  expect(all.suggest('font-family', ' Archivo, serif ')).toMatchObject({ path: 'font.x', exact: true, off: 0, meant: true }); // prettier-ignore
  expect(all.suggest('font-family', 'Georgia')).toBeUndefined();
  expect(all.suggest('display', 'Archivo, serif')).toBeUndefined();
});

test('purposes come before raw values, and those before what is one component’s own', () => {
  const found = made(
    ['button.space', 'dimension', px(4)],
    ['space.raw', 'dimension', px(4)],
    ['space.purpose', 'dimension', '{space.raw}'],
  ).choices('gap', '4px'); // prettier-ignore
  expect(found.map(({ path, tier }) => [path, tier])).toEqual([['space.purpose', 'semantic'], ['button.space', 'primitive'], ['space.raw', 'primitive']]); // prettier-ignore
  expect(made(['Space.A', 'dimension', px(4)], ['space.b', 'dimension', px(4)]).choices('gap', '{SPACE  .a}').map(({ path }) => path)).toEqual(['Space.A']); // prettier-ignore
});

// What counts and what does not, from the rules of a scan in docs/command-line and COMMANDS.
test.each([
  ['color', '#333', ['#333']],
  ['color', 'rebeccapurple', ['rebeccapurple']],
  ['color', 'transparent', []],
  ['color', 'currentColor', []],
  ['color', 'inherit', []],
  ['background', 'rgb(1 2 3 / 0.5)', ['rgb(1 2 3 / 0.5)']],
  ['padding', '8px 1.5rem', ['8px', '1.5rem']],
  ['padding', '0', []],
  ['padding', '0px', []],
  ['margin', 'auto', []],
  ['margin', '2em', []],
  ['gap', '5%', []],
  ['gap', 'calc(8px + 2vw)', ['8px']],
  ['gap', 'clamp(4px, 1vw, 12px)', ['4px', '12px']],
  ['width', '40px', []],
  ['min-height', '40px', []],
  ['top', '4px', []],
  ['border', '1px solid #ccc', ['1px', '#ccc']],
  ['border-radius', '4px', ['4px']],
  ['outline-offset', '2px', []],
  ['font-weight', 'bold', ['bold']],
  ['font-weight', 'normal', ['normal']],
  ['font-weight', '600', ['600']],
  ['font-family', 'Georgia, serif', ['Georgia, serif']],
  ['line-height', '1.5', []],
  ['line-height', '24px', ['24px']],
  ['box-shadow', '0 1px 2px #0003', ['0 1px 2px #0003']],
  ['box-shadow', 'none', []],
  ['transition-duration', '200ms', ['200ms']],
  ['transition-duration', '0s', []],
  ['transition-timing-function', 'ease-out', ['ease-out']],
  ['transition-timing-function', 'cubic-bezier(0.2, 0, 0, 1)', ['cubic-bezier(0.2, 0, 0, 1)']],
  ['color', 'var(--color-text)', []],
  ['display', 'flex', []],
])('of %s: %s these could be tokens: %j', (property, value, expected) => {
  expect(rawParts(property, value)).toEqual(expected);
});

test('kept over a change of tokens, what is suggested is what is suggested afresh', () => {
  const names = ['color.text.a', 'color.text.b', 'space.a', 'space.b', 'radius.a', 'time.a'];
  const values: [string, Json][] = [
    ['color', jsonObject([['colorSpace', 'srgb'], ['components', [0.2, 0.2, 0.2]]])],
    ['color', jsonObject([['colorSpace', 'srgb'], ['components', [0.21, 0.2, 0.2]]])],
    ['dimension', jsonObject([['value', 16], ['unit', 'px']])],
    ['dimension', jsonObject([['value', 15], ['unit', 'px']])],
    ['duration', jsonObject([['value', 150], ['unit', 'ms']])],
  ]; // prettier-ignore
  const token = fc
    .constantFrom(...values)
    .map(([type, value]) => jsonObject([['$type', type], ['$value', value]]) as JsonObject); // prettier-ignore
  const asked: [string, string][] = [['color', '#333333'], ['color', '#363333'], ['padding', '16px'], ['gap', '15.5px'], ['border-radius', '16px'], ['transition-duration', '150ms']]; // prettier-ignore
  fc.assert(
    fc.property(
      fc.array(token, { minLength: names.length, maxLength: names.length }),
      fc.array(fc.tuple(fc.nat(names.length - 1), token), { minLength: 1, maxLength: 5 }),
      (start, changes) => {
        const tokens = new Map(names.map((name, i) => [name, start[i]!]));
        const source = { id: 's', label: 's', when: {}, tokens, groups: new Map() };
        let resolution = new Resolution({ axes: [], sources: [source] });
        const all = (bindings: Bindings) =>
          asked.map(([property, value]) => bindings.suggest(property, value));
        for (const [at, object] of changes) {
          all(resolution.facet(Bindings.DEFAULT));
          const number = resolution.index.numbers.get(names[at]!)!;
          ({ resolution } = resolution.redeclared([{ token: number, source: 0, object }])!);
          expect(all(resolution.facet(Bindings.DEFAULT))).toEqual(all(new Bindings(resolution, 0)));
        }
      },
    ),
    { numRuns: 200 },
  );
});
