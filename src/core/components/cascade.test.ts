import { isElement, MarkupProblem, readMarkup, type Markup } from './cascade';
import type { Element } from 'domhandler';

/** The first element of a name, anywhere. */
function first({ document }: Markup, name: string): Element {
  const search = (nodes: Element['children']): Element | undefined => {
    for (const node of nodes) {
      if (!isElement(node)) continue;
      const found = node.name === name ? node : search(node.children);
      if (found) return found;
    }
    return undefined;
  };
  return search(document.children as Element['children'])!;
}
const styleOf = (css: string, html = '<p class="b">x</p>', state = '') => {
  const markup = readMarkup(html, css);
  return Object.fromEntries(markup.styleOf(first(markup, 'p'), state));
};

// CSS Box 3 (padding and margin of one to four values), CSS Backgrounds 3 (border, background).
test.each<[string, Record<string, string>]>([
  ['padding: 4px', { padding: '4px' }],
  ['padding: 4px 8px', { 'padding-block': '4px', 'padding-inline': '8px' }],
  ['padding: 4px 4px 4px', { padding: '4px' }],
  ['margin: 1px 2px 1px', { 'margin-block': '1px', 'margin-inline': '2px' }],
  ['margin: 1px 2px 3px', { 'margin-top': '1px', 'margin-right': '2px', 'margin-bottom': '3px', 'margin-left': '2px' }],
  ['padding: 1px 2px 1px 4px', { 'padding-top': '1px', 'padding-right': '2px', 'padding-bottom': '1px', 'padding-left': '4px' }],
  ['padding: calc(1px + 2px) /* a */ 3px', { 'padding-block': 'calc(1px + 2px)', 'padding-inline': '3px' }],
  ['padding: 1px 2px 3px 4px 5px', { padding: '1px 2px 3px 4px 5px' }],
  ['border: 1px solid #123456', { 'border-width': '1px', 'border-style': 'solid', 'border-color': '#123456' }],
  ['border: red dashed', { 'border-style': 'dashed', 'border-color': 'red' }],
  ['border: thin solid', { 'border-width': 'thin', 'border-style': 'solid' }],
  ['border: 2px', { 'border-width': '2px', 'border-style': 'none' }],
  ['border: none', { 'border-style': 'none' }],
  ['border: 0', { 'border-style': 'none' }],
  ['border: 0px', { 'border-style': 'none' }],
  ['border: 1px solid red blue', { border: '1px solid red blue' }],
  ['background: rgb(1 2 3 / 50%)', { 'background-color': 'rgb(1 2 3 / 50%)' }],
  ['background: none', { background: 'none' }],
  ['background: red fixed', { background: 'red fixed' }],
  ['COLOR: Red', { color: 'Red' }],
  ['border-bottom: 2px dashed red', { 'border-bottom-width': '2px', 'border-bottom-style': 'dashed', 'border-bottom-color': 'red' }],
  ['border-inline-start: none', { 'border-inline-start-style': 'none' }],
  ['outline: 2px solid', { 'outline-width': '2px', 'outline-style': 'solid' }],
  ['margin-block: 1px 2px', { 'margin-block-start': '1px', 'margin-block-end': '2px' }],
  ['gap: 4px 8px', { 'row-gap': '4px', 'column-gap': '8px' }],
  ['font: italic 600 14px / 1.5 Archivo, serif', { 'font-style': 'italic', 'font-weight': '600', 'font-size': '14px', 'line-height': '1.5', 'font-family': 'Archivo, serif' }],
  ['font: 1rem serif', { 'font-style': 'normal', 'font-weight': 'normal', 'font-size': '1rem', 'font-family': 'serif' }],
  ['font: menu', { font: 'menu' }],
  ['font: small-caps 1rem serif', { font: 'small-caps 1rem serif' }],
])('the longhands of %s', (declaration, longhands) => {
  expect(styleOf(`p { ${declaration} }`)).toEqual(longhands);
}); // prettier-ignore

// Selectors 4 (specificity), CSS Cascading 5 (importance, style attribute, order of appearance).
test.each<[string, string, string]>([
  ['.b { color: red } p { color: blue }', '<p class="b">x</p>', 'red'],
  ['p { color: red } p { color: blue }', '<p>x</p>', 'blue'],
  ['#a { color: red }', '<p id="a" style="color: blue">x</p>', 'blue'],
  ['p { color: red !important }', '<p style="color: blue">x</p>', 'red'],
  ['p { color: red !important }', '<p style="color: blue !important">x</p>', 'blue'],
  ['p { color: red !important } .b { color: blue !important }', '<p class="b">x</p>', 'blue'],
  ['@layer base { p { color: red } }', '<p>x</p>', 'red'],
  [
    '@layer a, b; @layer b { p { color: red } } @layer a { p.b { color: blue } }',
    '<p class="b">x</p>',
    'red',
  ],
  ['@layer a { p.b { color: blue } } p { color: red }', '<p class="b">x</p>', 'red'],
  ['@layer a { p { color: red !important } } p { color: blue !important }', '<p>x</p>', 'red'],
  [
    '@media (min-width: 600px) { p { color: red } } @media (max-width: 600px) { p { color: blue } }',
    '<p>x</p>',
    'red',
  ],
  ['section { p { color: red } & > b { color: blue } }', '<section><p>x</p></section>', 'red'],
  ['p { color: red }', '<style>p { color: blue }</style><p>x</p>', 'blue'],
  ['section p { color: red } p { color: blue }', '<section><p>x</p></section>', 'red'],
  ['p { color: blue } a >>> b { color: red }', '<p>x</p>', 'blue'],
])('%s over %s is %s', (css, html, color) => {
  expect(styleOf(css, html).color).toBe(color);
});

// CSS Custom Properties 1: the nearest that is said, fallbacks, circles.
test.each<[string, string, string | undefined]>([
  ['p { --x: red; color: var(--x) }', '<p>x</p>', 'red'],
  ['section { --x: red } :root { --x: blue } p { color: var(--x) }', '<section><p>x</p></section>', 'red'],
  ['html { --x: blue } p { color: var( --x ) }', '<p>x</p>', 'blue'],
  ['a, :host { --x: blue } p { color: var(--x) }', '<p>x</p>', 'blue'],
  ['.x :root-like { --x: blue } p { color: var(--x) }', '<p>x</p>', undefined],
  ['p { --x: red } .b { --x: blue } p { color: var(--x) }', '<p class="b">x</p>', 'blue'],
  ['.b { --x: blue } p { --x: red } p { color: var(--x) }', '<p class="b">x</p>', 'blue'],
  ['p:hover { --x: red } p { color: var(--x, blue) }', '<p>x</p>', 'blue'],
  ['p { color: var(--x, rgb(1, 2, 3)) }', '<p>x</p>', 'rgb(1, 2, 3)'],
  ['p { color: var(--x, var(--y, blue)) }', '<p>x</p>', 'blue'],
  ['p { color: var(--x) }', '<p>x</p>', undefined],
  ['p { --x: var(--y); --y: var(--x); color: var(--x) }', '<p>x</p>', undefined],
  [':root { --X: red; --x: blue } p { color: var(--X) }', '<p>x</p>', 'red'],
])('%s in %s is %s', (css, html, color) => {
  const style = styleOf(css, html);
  expect(style.color).toBe(color);
  expect(Object.keys(style).filter((name) => name.startsWith('--'))).toEqual([]);
});

test('a chain of custom properties is followed as far as twelve', () => {
  const chain = (length: number) =>
    `p { color: var(--a0); ${Array.from({ length }, (_, i) => `--a${i}: var(--a${i + 1})`).join('; ')}; --a${length}: red }`;
  expect(styleOf(chain(11)).color).toBe('red');
  expect(styleOf(chain(13)).color).toBeUndefined();
});

test.each([
  ['p:hover', 'hover'],
  ['p:focus', 'focus-visible'],
  ['p:focus-visible', 'focus-visible'],
  ['p:focus-within', 'focus-within'],
  ['p:active', 'active'],
  ['p:disabled', 'disabled'],
  ['p:checked', 'checked'],
  ['p:invalid', 'invalid'],
  ['p:hover:active', 'active'],
  [':hover', 'hover'],
])('%s says a style in the state %s and none at rest', (selector, state) => {
  const markup = readMarkup('<p style="top: 0">x</p>', `p { color: blue } ${selector} { color: red }`);
  const p = first(markup, 'p');
  expect(markup.statesOf(p)).toEqual([state]);
  expect(Object.fromEntries(markup.styleOf(p, state))).toEqual({ color: 'red' });
  expect(Object.fromEntries(markup.styleOf(p, ''))).toEqual({ color: 'blue', top: '0' });
});

test('what cannot be taken over is counted by why', () => {
  const { left } = readMarkup(
    '<p>x</p>',
    `p::before { top: 0 } p:first-line { top: 0 } a, p:after { top: 0 }
     @media print { p { top: 0 } p { left: 0 } } @layer x { p { top: 0 } }
     @supports (top: 0) { p { top: 0 } } p:nth-child(of of) { top: 0 }`,
  );
  expect(Object.fromEntries(left)).toEqual({
    'rules on what stands before, after or inside (pseudo-elements)': 3,
    'rules in @media print': 2,
    'selectors that no element can be held against': 1,
  });
});

test('limits are told where they are passed, and not before', () => {
  const nested = (depth: number) => `${'<i>'.repeat(depth)}${'</i>'.repeat(depth)}`;
  expect(() => readMarkup(nested(200), '')).not.toThrow();
  expect(() => readMarkup(nested(201), '')).toThrow(MarkupProblem);
  expect(() => readMarkup('x'.repeat(600_000), ' '.repeat(400_000))).not.toThrow();
  expect(() => readMarkup('x'.repeat(600_000), ' '.repeat(400_001))).toThrow(/more than 1 MB/);
  const { left } = readMarkup('<p>x</p>', 'i{top:0}'.repeat(20_005));
  expect(Object.fromEntries(left)).toEqual({ 'more than 20,000 rules': 4 });
});

// A piece stands in a page as a page does in itself.
test.each(['<p class="b">x</p>', '<body><p class="b">x</p></body>', '<!doctype html><p class="b">x</p>'])('%s', (html) => {
  expect(styleOf('p:root { color: red } :root > body > p { top: 0 }', html)).toEqual({ top: '0' });
}); // prettier-ignore

test('what only stands in other elements is kept in a piece', () => {
  expect(Object.fromEntries(readMarkup('<tr><td>x</td></tr>', 'body > tr > td { top: 0 }').styleOf(first(readMarkup('<tr><td>x</td></tr>', ''), 'td'), ''))).toEqual({ top: '0' });
}); // prettier-ignore
