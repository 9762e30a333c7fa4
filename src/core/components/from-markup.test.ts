import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { parseConditions } from './condition';
import { MarkupProblem } from './cascade';
import { candidates, proposeComponent } from './from-markup';
import { partAncestry, parseTemplate, slotNames } from './template';

const file = (path: string) => readFileSync(`node_modules/${path}`, 'utf8');

test('several like elements become one component, their differences its props', () => {
  const css = `
    :root { --brand: #0a5d6a; }
    .btn { color: #fff; background: var(--brand); padding: 8px 16px; border: 1px solid #123456 }
    .btn:hover { background: #004961 }
    .btn-quiet { background: #ffffff; color: #111111 }
    .btn .glyph { width: 16px }`;
  const html = `<nav><button class="btn"><span class="glyph">*</span><span>Book</span></button>
    <button class="btn btn-quiet" disabled><span>Leave</span></button></nav>`;
  const all = candidates(html, css);
  const buttons = all.filter(({ tag }) => tag === 'button');
  expect(buttons[0]!.alike).toEqual(buttons.map(({ at }) => at));
  const made = proposeComponent(html, css, buttons[0]!.alike);
  expect(made.name).toBe('btn');
  expect(made.props).toEqual([
    { name: 'kind', kind: 'choice', values: ['plain', 'quiet'], default: 'plain' },
    { name: 'with-glyph', kind: 'flag', values: [], default: 'true' },
    { name: 'glyph', kind: 'text', values: [], default: '*' },
    { name: 'label', kind: 'text', values: [], default: 'Book' },
  ]);
  expect(made.rules).toEqual([
    {
      when: '',
      part: 'root',
      declarations: [
        ['padding-block', '8px'],
        ['padding-inline', '16px'],
        ['border-width', '1px'],
        ['border-style', 'solid'],
        ['border-color', '#123456'],
      ],
    },
    { when: 'kind is plain', part: 'root', declarations: [['color', '#fff'], ['background-color', '#0a5d6a']] },
    { when: 'kind is quiet', part: 'root', declarations: [['color', '#111111'], ['background-color', '#ffffff']] },
    { when: 'state is hover', part: 'root', declarations: [['background-color', '#004961']] },
    { when: '', part: 'glyph', declarations: [['width', '16px']] },
  ]); // prettier-ignore
  expect(made.template).toContain('when="with-glyph"');
});

// The cascade against what Selectors 4 and CSS Cascade 5 say: important, then specificity, then order.
test.each([
  ['#a { color: red } .b { color: blue }', 'red'],
  ['.b { color: red } .b { color: blue }', 'blue'],
  ['p { color: red !important } #a { color: blue }', 'red'],
  ['p.b { color: red } .b { color: blue }', 'red'],
  [':where(#a) { color: red } p { color: blue }', 'blue'],
  ['div > p { color: red } div p { color: blue }', 'blue'],
  ['.b { color: var(--x, red) }', 'red'],
  [':root { --x: blue } .b { color: var(--x, red) }', 'blue'],
  ['.b { color: blue } .b::before { color: red }', 'blue'],
  ['@media print { .b { color: red } } .b { color: blue }', 'blue'],
])('%s', (css, color) => {
  const { rules } = proposeComponent('<div><p id="a" class="b">x</p></div>', css, [1]);
  expect(rules[0]!.declarations).toContainEqual(['color', color]);
});

test('a piece inherits what the page around it would say', () => {
  const css = 'body { color: red; font-size: 14px; padding: 9px } section { font-size: 15px } :root { --x: 1px } p { top: var(--x); text-align: inherit }';
  const { rules } = proposeComponent('<section><p>x</p></section>', css, [1]);
  expect(rules).toEqual([{ when: '', part: 'root', declarations: [['top', '1px'], ['color', 'red'], ['font-size', '15px']] }]);
}); // prettier-ignore

// Pages that packages carry, with their own style sheets.
const PAGES: [string, string, (tag: string, classes: string[]) => boolean][] = [
  [
    'milligram/example.html',
    'milligram/dist/milligram.css',
    (_, classes) => classes.includes('navigation-title'),
  ],
  ['next/dist/bundle-analyzer/_not-found.html', 'normalize.css/normalize.css', (tag) => tag === 'h1'],
  ['next/dist/bundle-analyzer/404.html', '@picocss/pico/css/pico.css', (tag) => tag === 'h1' || tag === 'h2'],
];
test.each(PAGES)('a piece of %s becomes a component that can be stored', (page, sheet, wanted) => {
  const [html, css] = [file(page), file(sheet)];
  const found = candidates(html, css).find(({ tag, classes }) => wanted(tag, classes))!;
  const made = proposeComponent(html, css, [found.at]);
  const { root, findings } = parseTemplate(made.template);
  expect(findings).toEqual([]);
  expect(slotNames(root).every((name) => made.props.some((prop) => prop.name === name))).toBe(true);
  const parts = partAncestry(root);
  for (const { when, part, declarations } of made.rules) {
    expect(parts.has(part)).toBe(true);
    expect(() => parseConditions(when)).not.toThrow();
    expect(declarations.length).toBeGreaterThan(0);
  }
  expect(made.rules.length).toBeGreaterThan(0);
});

test('nothing that runs, loads or leads away is taken over', () => {
  const html = `<section class="x" onclick="alert(1)"><script>alert(2)</script><a href="javascript:alert(3)">Go</a>
    <img src="https://example.org/x.png" onerror="alert(4)"><iframe src="https://example.org"></iframe><form action="https://example.org"><b>Text</b></form></section>`;
  const made = proposeComponent(
    html,
    '.x { background: url(https://example.org/y.png); color: red } a { behavior: url(x.htc) }',
    [0],
  );
  const text = JSON.stringify([made.template, made.rules, made.props]);
  expect(text).not.toMatch(/alert|javascript|example|onclick|onerror|<script|<iframe|<form|url\(/);
});

test.each([
  ['<p>'.repeat(10), [], 'Nothing is chosen'],
  ['<div>'.repeat(5000), [0], 'nested'],
  [`<div>${'<i></i>'.repeat(400)}</div>`, [0], '300'],
  ['x'.repeat(2_000_000), [0], '1 MB'],
])('what is too much is told in words', (html, chosen, message) => {
  expect(() => proposeComponent(html, '', chosen)).toThrow(MarkupProblem);
  expect(() => proposeComponent(html, '', chosen)).toThrow(message);
});

test('any markup ends in a component or in words', () => {
  const piece = fc.constantFrom(
    '<div class="a b">',
    '</div>',
    '<p>',
    'text',
    '<svg><path d="M0 0"/></svg>',
    '<input disabled>',
    '<!--',
    '<',
    '&amp;',
    '<x-y part="root">',
    '<slot name="a">',
    '<table><tr>',
  );
  const style = fc.constantFrom(
    '.a{color:red}',
    '.a:hover{',
    '}',
    'p{margin:0 1px 2px 3px}',
    '@media x{',
    ':is(.a, :has(p)) {top:0}',
    '.a{--x:var(--x)}',
    'div{color:var(--x)}',
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 12 }), fc.array(style, { maxLength: 6 }), (html, css) => {
      try {
        const made = proposeComponent(html.join(''), css.join('\n'), [0]);
        expect(parseTemplate(made.template).root?.part).toBe('root');
      } catch (error) {
        expect(error).toBeInstanceOf(MarkupProblem);
      }
    }),
  );
});
