import { toPlain, type Json } from '../base/json/json';
import { readJson } from '../base/json/read';
import { readTyped, typedText, withValue } from './typed-value';

test.each<[string, string, unknown]>([
  ['{space.4}', 'dimension', '{space.4}'],
  ['{a "quoted" name}', 'dimension', '{a "quoted" name}'],
  ['{"value": 16, "unit": "px"}', 'dimension', { value: 16, unit: 'px' }],
  [' {"value":16,"unit":"px"} ', 'dimension', { value: 16, unit: 'px' }],
  ['{"colorSpace":"srgb","components":[1,0,0]}', 'color', { colorSpace: 'srgb', components: [1, 0, 0] }],
  ['16px', 'dimension', { value: 16, unit: 'px' }],
])('%s typed as %s', (text, type, value) => {
  const typed = readTyped(text, type);
  expect('problem' in typed ? typed : toPlain(typed.value)).toEqual(value);
});

test('JSON that says something wrong is told, and is no alias', () => {
  expect(readTyped('{"value": 16, "unit": "parsec"}', 'dimension')).toHaveProperty('problem');
});

/** What is typed, the type, and what it says; typed again it is the last. */
test.each<[string, string, unknown, string?]>([
  ['#003366', 'color', { colorSpace: 'srgb', components: [0, 0.2, 0.4], alpha: 1 }],
  ['1.5rem', 'dimension', { value: 1.5, unit: 'rem' }],
  ['-.5PX', 'dimension', { value: -0.5, unit: 'px' }, '-0.5px'],
  ['200 ms', 'duration', { value: 200, unit: 'ms' }, '200ms'],
  ['1.25', 'number', 1.25],
  ['600', 'fontWeight', 600],
  ['bold', 'fontWeight', 'bold'],
  ['dashed', 'strokeStyle', 'dashed'],
  ['0.2, 0, 0, 1', 'cubicBezier', [0.2, 0, 0, 1]],
  ['cubic-bezier(0.2, 0, 0, 1)', 'cubicBezier', [0.2, 0, 0, 1], '0.2, 0, 0, 1'],
  ['Archivo', 'fontFamily', 'Archivo'],
  ['Archivo, "Source Serif", serif', 'fontFamily', ['Archivo', 'Source Serif', 'serif']],
  ['{color.ink}', 'color', '{color.ink}'],
])('%s as %s, and back', (text, type, value, back = text) => {
  const typed = readTyped(text, type);
  if (!('value' in typed)) throw new Error(typed.problem);
  expect(toPlain(typed.value)).toEqual(value);
  const printed = typedText(typed.value, type);
  if (type === 'fontFamily') expect(printed.replaceAll('"', '')).toBe(back.replaceAll('"', ''));
  else expect(printed).toBe(back);
  expect(readTyped(printed, type)).toEqual(typed);
});

test.each<[string, string, RegExp]>([
  ['', 'color', /missing/],
  ['  ', 'number', /missing/],
  ['blurple', 'color', /“blurple” is not a colour/],
  ['x'.repeat(60), 'color', /“x{40}” is not a colour/],
  ['x'.repeat(60), 'dimension', /“x{40}” is no dimension/],
  ['16', 'dimension', /“16” is no dimension/],
  ['quick', 'duration', /“quick” is no duration/],
  ['16parsec', 'dimension', /./],
  ['1, 2, 3', 'cubicBezier', /four numbers/],
  ['1, 2, 3, x', 'cubicBezier', /four numbers/],
  ['[1, 2', 'cubicBezier', /^This is not JSON: .*ends inside a list/],
  ['heavy-ish', 'number', /./],
])('%j is no %s', (text, type, words) => {
  const typed = readTyped(text, type);
  expect('problem' in typed && typed.problem).toMatch(words);
  expect('fix' in typed && typed.fix).toMatch(/./);
});

test('what a field cannot say in short is shown as JSON: a value that is wrong for its type, and of no type', () => {
  const shown = (json: unknown, type?: string) => typedText(readJson(JSON.stringify(json)) as Json, type);
  expect(shown({ value: 1, unit: 'parsec' }, 'dimension')).toBe('{"value":1,"unit":"parsec"}');
  expect(shown('dashed')).toBe('"dashed"');
  expect(shown('dashed', 'number')).toBe('"dashed"');
  expect(shown({ value: 16, unit: 'px' })).toBe('{"value":16,"unit":"px"}');
  expect(shown([0.2, 0, 0, 1], 'cubicBezier')).toBe('0.2, 0, 0, 1');
  expect(shown([1, 2], 'gradient')).toBe('[1,2]');
  expect(shown([0.2, 0, 0, 1])).toBe('[0.2,0,0,1]');
  expect(shown('{a.b}', 'dimension')).toBe('{a.b}');
  expect(shown('dashed', 'strokeStyle')).toBe('dashed');
  expect(shown('bold', 'fontWeight')).toBe('bold');
  // Older spellings are shown as what they mean.
  expect(shown('16px', 'dimension')).toBe('16px');
  expect(shown('#336699', 'color')).toBe('#336699');
});

test('another value leaves all else of a token as it was, in its place', () => {
  expect(withValue('{"$description":"x","$value":1,"$type":"number"}', 2)).toBe(
    '{"$description":"x","$value":2,"$type":"number"}',
  );
  expect(withValue('{"$ref":"#/a","$description":"x"}', 2)).toBe('{"$description":"x","$value":2}');
  expect(withValue(undefined, 2, 'number')).toBe('{"$type":"number","$value":2}');
  expect(withValue(undefined, 2)).toBe('{"$value":2}');
});
