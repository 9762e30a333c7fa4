import { pairingsOfFiles } from '../pairings';
import { openTokens } from '../open';
import { Resolution } from '../resolve';
import { CHECKS, runChecks } from './registry';

const color = (hex: string) => ({ $type: 'color', $value: hex });
const size = (value: number, unit = 'px') => ({ $type: 'dimension', $value: { value, unit } });
const family = (names: string | string[]) => ({ $type: 'fontFamily', $value: names });
const text = (fontFamily: string, fontWeight: number | string) => ({
  $type: 'typography',
  $value: {
    fontFamily,
    fontWeight,
    fontSize: size(16).$value,
    letterSpacing: size(0).$value,
    lineHeight: 1.5,
  },
});

/** A resolver in place: a base and what each axis' contexts set, the first context being the default. */
const library = (base: object, axes: Record<string, Record<string, object>> = {}) => ({
  version: '2025.10',
  sets: { base: { sources: [base] } },
  modifiers: Object.fromEntries(
    Object.entries(axes).map(([axis, contexts]) => [
      axis,
      {
        default: Object.keys(contexts)[0],
        contexts: Object.fromEntries(Object.entries(contexts).map(([name, tokens]) => [name, [tokens]])),
      },
    ]),
  ),
  resolutionOrder: [
    { $ref: '#/sets/base' },
    ...Object.keys(axes).map((axis) => ({ $ref: `#/modifiers/${axis}` })),
  ],
});

/** A number in layers, each under contexts (docs/formats.md), weakest first. */
const layered = (values: [when: Record<string, string>, value: number][]) => {
  const number = (value: number) => ({ a: { $type: 'number', $value: value } });
  return {
    ...library(number(1), { brand: { x: {}, y: {} }, scheme: { light: {}, dark: {} } }),
    $extensions: {
      'app.seedplan': {
        combined: values
          .filter(([when]) => Object.keys(when).length > 0)
          .map(([when, value]) => ({ when, sources: [number(value)] })),
      },
    },
  };
};

const check = (file: object) => {
  const opened = openTokens('a.resolver.json', JSON.stringify(file), () => undefined);
  expect(opened.findings).toEqual([]);
  return runChecks({
    resolution: new Resolution(opened.system),
    pairings: pairingsOfFiles(opened),
    fonts: new Map([['known', { name: 'Known', weights: [[400, 400]] as [number, number][] }]]),
  });
};
const says = (code: string, file: object) =>
  check(file)
    .filter((finding) => finding.code === code)
    .map(({ path, context, related }) => [path, context, related?.[0]]);

// For every code a file that has it, one that all but has it, and what it says. Wording of the rules: docs/command-line.md.
const CASES: [code: string, file: object, expected: unknown[]][] = [
  ['duplicate-value', library({ a: color('#333333'), b: color('#333'), c: color('#334') }), [['b', undefined, 'a']]],
  // A value of the same group is told before one of another, which is a note.
  ['duplicate-value', library({ space: { a: size(4) }, radius: { b: size(4), c: size(4) } }), [['radius.c', undefined, 'radius.b'], ['radius.b', undefined, 'space.a']]],
  ['near-duplicate', library({ space: { a: size(4.5) }, radius: { b: size(4), c: size(4.9) } }), [['radius.c', undefined, 'radius.b'], ['radius.b', undefined, 'space.a']]],
  ['duplicate-value', library({ a: size(16), b: { $type: 'number', $value: 16 }, c: { $value: '{a}' } }), []],
  // Equal by default and different in the dark: two tokens.
  ['duplicate-value', library({ a: color('#333333'), b: color('#333333') }, { scheme: { light: {}, dark: { b: color('#eeeeee') } } }), []],
  ['near-duplicate', library({ a: color('#333333'), b: color('#343434'), c: color('#3a3a3a') }), [['b', undefined, 'a']]],
  ['near-duplicate', library({ a: color('#33333380'), b: color('#343434') }), []],
  ['near-duplicate', library({ a: size(16), b: size(16.5), c: size(1, 'rem'), d: size(17.5) }), [['b', undefined, 'a'], ['c', undefined, 'b']]],
  ['near-duplicate', library({ a: size(16), b: size(17) }), []],
  // Of several the nearest, wherever it stands; of several as near the first.
  ['near-duplicate', library({ a: size(16), b: size(16.75), c: size(16.5) }), [['b', undefined, 'a'], ['c', undefined, 'b']]],
  ['near-duplicate', library({ a: size(16.75), b: size(16), c: size(16.5) }), [['b', undefined, 'a'], ['c', undefined, 'a']]],
  ['near-duplicate', library({ a: size(16), b: size(17), c: size(16.5) }), [['c', undefined, 'a']]],
  ['near-duplicate', library({ a: size(17), b: size(16), c: size(16.5) }), [['c', undefined, 'a']]],
  // Two sizes of one token, by scheme, are no size that another is near to.
  ['near-duplicate', library({ a: size(16), b: size(16.5) }, { scheme: { light: {}, dark: { b: size(20) } } }), []],
  ['unused-primitive', library({ a: color('#111111'), b: { $value: '{a}' }, c: color('#222222') }), [['c', undefined, undefined]]],
  ['unused-primitive', library({ a: { ...color('#111111'), $extensions: { 'app.seedplan': { tier: 'semantic' } } } }), []],
  ['context-missing', library({}, { brand: { x: { a: color('#111111') }, y: { a: color('#222222') }, z: {} } }), [['a', { brand: 'z' }, undefined]]],
  ['context-missing', library({ a: color('#000000') }, { brand: { x: { a: color('#111111') }, y: {} } }), []],
  ['context-gap', library({ a: color('#000000') }, { brand: { x: {}, y: { a: color('#222222') }, z: {} } }), [['a', { brand: 'z' }, undefined]]],
  ['context-gap', library({ a: color('#000000') }, { brand: { x: { a: color('#111111') }, y: {}, z: {} } }), []],
  ['off-rhythm', library({ space: { a: size(5), b: size(8), c: size(0.25, 'rem') }, other: size(5) }), [['space.a', undefined, undefined]]],
  ['layer-tie', library({ a: color('#000000') }, { brand: { x: {}, y: { a: color('#222222') } }, scheme: { light: {}, dark: { a: color('#333333') } } }), [['a', { brand: 'y', scheme: 'dark' }, undefined]]],
  ['layer-tie', library({ a: color('#000000') }, { brand: { x: {}, y: { a: color('#222222') } }, scheme: { light: {}, dark: { a: color('#222222') } } }), []],
  // Said under both together, there is no tie; said under one alone neither.
  ['layer-tie', layered([[{}, 1], [{ brand: 'y' }, 2], [{ scheme: 'dark' }, 3], [{ brand: 'y', scheme: 'dark' }, 4]]), []],
  ['layer-tie', layered([[{}, 1], [{ brand: 'y', scheme: 'dark' }, 4], [{ brand: 'y' }, 2], [{ scheme: 'dark' }, 3]]), [['a', { brand: 'y', scheme: 'dark' }, undefined]]],
  ['layer-tie', layered([[{}, 1], [{ brand: 'y' }, 2], [{ brand: 'x' }, 3]]), []],
  ['layer-tie', layered([[{}, 1], [{ brand: 'y' }, 2], [{ brand: 'y', scheme: 'dark' }, 3]]), []],
  ['layer-tie', layered([[{}, 1], [{ brand: 'y' }, 2], [{ brand: 'y' }, 3], [{ scheme: 'dark' }, 3]]), [['a', { brand: 'y', scheme: 'dark' }, undefined]]],
  ['deprecated-use', library({ a: { ...color('#111111'), $deprecated: 'Use b' }, b: { $value: '{a}' } }), [['b', undefined, 'a']]],
  ['tier-skip', library({ a: color('#111111'), button: { $extensions: { 'app.seedplan': { tier: 'component' } }, bg: { $value: '{a}' } } }), [['button.bg', undefined, 'a']]],
  ['raw-purpose', library({ a: color('#111111'), b: { ...color('#222222'), $extensions: { 'app.seedplan': { tier: 'semantic' } } }, c: { ...size(4), $extensions: { 'app.seedplan': { tier: 'component' } } } }), [['b', undefined, undefined], ['c', undefined, undefined]]],
  ['raw-purpose', library({ a: color('#111111'), b: { $value: '{a}' } }, { scheme: { light: {}, dark: { b: color('#eeeeee') } } }), [['b', { scheme: 'dark' }, undefined]]],
  ['raw-purpose', library({ a: color('#111111'), b: { $value: '{a}', $extensions: { 'app.seedplan': { tier: 'semantic' } } } }), []],
  ['contrast', { ...library({ t: color('#767676'), u: color('#777777'), s: color('#ffffff') }, { scheme: { light: {}, dark: { s: color('#808080') } } }), $extensions: { 'app.seedplan': { pairings: [{ text: 't', surface: 's', needs: 4.5 }] } } }, [['t', { scheme: 'dark' }, 's']]],
  // WCAG 2.2: #767676 on white passes 4.5, #777777 does not.
  ['contrast', { ...library({ t: color('#767676'), u: color('#777777'), s: color('#ffffff') }), $extensions: { 'app.seedplan': { pairings: [{ text: 't', surface: 's', needs: 4.5 }, { text: 'u', surface: 's', needs: 4.5 }] } } }, [['u', undefined, 's']]],
  // What is reached exactly is reached; what is no colour has no contrast.
  ['contrast', { ...library({ t: color('#000000'), s: color('#ffffff'), n: size(4) }), $extensions: { 'app.seedplan': { pairings: [{ text: 't', surface: 's', needs: 21 }, { text: 'n', surface: 's', needs: 3 }] } } }, []],
  ['font-missing', library({ a: family(['Elsewhere', 'Known']), b: family('known'), c: { $value: '{a}' }, d: family('system-ui') }), [['a', undefined, undefined]]],
  ['font-missing', library({ a: family('Known') }, { brand: { x: {}, y: { a: family('Elsewhere') } } }), [['a', { brand: 'y' }, undefined]]],
  ['font-weight-missing', library({ a: text('Known', 'bold'), b: text('Known', 400), c: text('Elsewhere', 900) }), [['a', undefined, undefined]]],
]; // prettier-ignore

test.each(CASES)('%s', (code, file, expected) => {
  expect(says(code, file)).toEqual(expected);
});

test('every check has a file that it finds something in', () => {
  const covered = new Set(CASES.filter(([, , expected]) => expected.length > 0).map(([code]) => code));
  expect(CHECKS.map(({ code }) => code).filter((code) => !covered.has(code))).toEqual([]);
});

test('errors come before warnings, and warnings before notes', () => {
  const severities = check(library({ a: color('#333333'), b: color('#333333'), c: { $value: '{nowhere}' } })).map((f) => f.level);
  expect(severities).toEqual([...severities].sort((x, y) => 'ewn'.indexOf(x[0]!) - 'ewn'.indexOf(y[0]!)));
  expect(new Set(severities).size).toBe(3);
}); // prettier-ignore

test('what is read by name and place is in use: layout grids, insets and text roles', () => {
  const count = (value: number) => ({ $type: 'number', $value: value });
  const unused = check(
    library({
      page: { wide: { from: size(900), columns: count(12), margin: size(40), gutter: size(24) } },
      inset: { card: size(17), bar: { block: size(4), inline: size(8) } },
      text: { h1: text('Archivo', 700), aside: text('Archivo', 400) },
      loose: { pad: size(11), columns: count(3) },
    }),
  ).filter(({ code }) => code === 'unused-primitive');
  expect(unused.map(({ path }) => path).sort()).toEqual(['loose.columns', 'loose.pad']);
});
