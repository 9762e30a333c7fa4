import fc from 'fast-check';
import { parse, walk } from 'css-tree';
import { readFileSync } from 'node:fs';
import { propertiesNamed, propertiesRead, propertiesSet } from './custom-properties';

// Each line against the grammar of var() in CSS Custom Properties 1, section 3.
test.each([
  ['var(--space-4) var(--space-6)', ['--space-4', '--space-6'], []],
  ['calc(var( --a ) * 2)', ['--a'], []],
  ['VAR(--A)', ['--A'], []],
  ['var(--a, 4px)', [], ['--a']],
  ['var(--a,)', [], ['--a']],
  ['var(--a, var(--b))', ['--b'], ['--a']],
  ['rgb(from var(--c) r g b / .5)', ['--c'], []],
  ['var(/* which */ --a /* this */)', ['--a'], []],
  ['/* var(--a) */ 4px', [], []],
  ['"var(--a)"', [], []],
  ['url(var(--a))', [], []],
  ['env(--a)', [], []],
  ['var(a)', [], []],
  ['--a', [], []],
  ['.card { padding: var(--a); margin: var(--b) }', ['--a', '--b'], []],
])('%s reads %j, and %j with something to stand in', (css, bare, spare) => {
  const read = propertiesRead(css);
  expect(read.filter(({ fallback }) => !fallback).map(({ name }) => name)).toEqual(bare);
  expect(read.filter(({ fallback }) => fallback).map(({ name }) => name)).toEqual(spare);
  for (const { name, from, to, call } of read) {
    expect(css.slice(from, to)).toBe(name);
    expect(css.slice(...call)).toMatch(/^var\([^]*\)$/i);
  }
});

test('what a style sheet of a package reads and sets is what css-tree’s own parser says', () => {
  const css = readFileSync('node_modules/@picocss/pico/css/pico.css', 'utf8');
  const read: string[] = [];
  const set = new Set<string>();
  walk(parse(css, { parseCustomProperty: true }), (node) => {
    if (node.type === 'Declaration' && node.property.startsWith('--')) set.add(node.property);
    if (node.type === 'Function' && node.name.toLowerCase() === 'var') {
      const [first] = node.children.toArray();
      if (first?.type === 'Identifier') read.push(first.name);
    }
  });
  expect(read.length).toBeGreaterThan(300);
  expect(
    propertiesRead(css)
      .map(({ name }) => name)
      .sort(),
  ).toEqual(read.sort());
  expect(propertiesSet(css)).toEqual(set);
});

test.each([
  ['a { --x: 1px; --y :2px }', ['--x', '--y']],
  ['--x: 1', ['--x']],
  ['@property --z { syntax: "*"; inherits: false }', ['--z']],
  ['a { color: var(--q) } /* --r: 1 */ b::after { content: "--s: 1" }', []],
])('%s sets %j', (css, names) => expect([...propertiesSet(css)]).toEqual(names));

test('in markup and scripts a name counts where it is one', () => {
  const text = '<path fill="var(--ink)" class="card--wide"/> getPropertyValue("--gap-2") x--y a ---z';
  expect(propertiesNamed(text).map(({ name }) => name)).toEqual(['--ink', '--gap-2', '---z'.slice(0, 4)]);
});

test('no text makes reading fail or tells of a place outside of it', () => {
  const piece = fc.constantFrom(
    'var(',
    '--a',
    ')',
    ',',
    '(',
    '"',
    '/*',
    '*/',
    '{',
    '}',
    ';',
    ':',
    ' ',
    '\\',
    'url(',
    '4px',
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
      const css = pieces.join('');
      for (const { name, from, to, call } of propertiesRead(css)) {
        expect(css.slice(from, to)).toBe(name);
        expect(call[0]).toBeLessThan(from);
        expect(call[1]).toBeLessThanOrEqual(css.length);
      }
      propertiesSet(css);
    }),
  );
});
