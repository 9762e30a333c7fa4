import type { Item } from '../document/item';
import { librarySheet, sheetProblem } from './style-sheets';

test.each<[string, RegExp]>([
  ['a {', /^The style sheet cannot be read at line 1, column 1: Unclosed block/],
  ['a{}\nb{', /at line 2, column 1/],
  ['@import "https://example.org/a.css";', /loads from outside: @import \(line 1\)/],
  ['a{}\n@charset "utf-8";', /^@charset cannot stand in a library’s style sheet \(line 2\)/],
  ['@namespace "x";', /@namespace cannot stand/],
  ['@Font-Face { font-family: X }', /@Font-Face cannot stand/],
  ['li { background: url(https://example.org/x.png) }', /outside/],
])('%j is refused', (css, words) => expect(sheetProblem(css)?.problem).toMatch(words));

test('what to do is said: fonts are uploaded, the rest removed', () => {
  expect(sheetProblem('@font-face {}')?.fix).toBe('Upload the font’s files under Fonts');
  expect(sheetProblem('@charset "utf-8";')?.fix).toBe('Remove it');
  expect(sheetProblem('a {')?.fix).toBe('Correct it there');
});

test.each([
  '',
  'li { margin: 0 }',
  '@media print { li { margin: 0 } }',
  '@layer a { b { top: 0 } }',
  '/* a */',
])('%j can stand', (css) => expect(sheetProblem(css)).toBeUndefined());

test('the sheets of a library stand in their order, in one layer', () => {
  const sheet = (order: string, css: string) =>
    ({ id: order, kind: 'styleSheet', name: order, order, css }) as unknown as Item;
  const items = (...all: Item[]) => new Map(all.map((item) => [item.id, item]));
  expect(librarySheet(items())).toBe('');
  expect(librarySheet(items(sheet('a1', 'b{}'), sheet('a0', 'a{}')))).toBe('@layer library {\na{}\nb{}\n}\n');
});
