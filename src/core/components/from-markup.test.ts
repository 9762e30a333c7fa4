import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { parseConditions } from './condition';
import { MarkupProblem } from './cascade';
import { proposeComponents } from './from-markup';
import { candidates } from './markup-elements';
import { partAncestry, parseTemplate, slotNames } from './template';

const proposeComponent = (...given: Parameters<typeof proposeComponents>) =>
  proposeComponents(...given).proposals[0]!;
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
    { when: 'kind is quiet', part: 'root', declarations: [['background-color', '#ffffff'], ['color', '#111111']] },
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

const TIMETABLE = `<section class="board"><h2>Next boats</h2><table><thead><tr><th>Time</th><th>To</th></tr></thead><tbody>
  <tr class="sailing"><td>09:40</td><td><b>Skerry</b></td></tr>
  <tr class="sailing late"><td>10:05</td><td><b>Great Tor</b></td></tr>
  <tr class="sailing"><td>11:20</td><td><b>Night Quay</b></td></tr>
  <tr class="sailing"><td>12:00</td><td></td></tr></tbody></table></section>`;

test('rows that repeat are one component, a slot that holds it, and what each says as data', () => {
  const made = proposeComponent(TIMETABLE, '.sailing td { padding: 4px } .late { color: red }', [0]);
  expect(made.props.map(({ name, kind }) => [name, kind])).toEqual([
    ['title', 'text'],
    ['th', 'text'],
    ['th-2', 'text'],
    ['rows', 'slot'],
  ]);
  expect(made.template).toContain('<slot name="rows"></slot>');
  expect(made.template).not.toContain('Skerry');
  const [{ slot, piece, rows }] = made.repeated as [(typeof made.repeated)[number]];
  expect([slot, piece.name]).toEqual(['rows', 'sailing']);
  expect(piece.template).toMatch(/^<tr part="root">/);
  expect(piece.props.map(({ name, kind }) => [name, kind])).toEqual([
    ['kind', 'choice'],
    ['td', 'text'],
    ['with-b', 'flag'],
    ['b', 'text'],
  ]);
  expect(rows).toEqual([
    { kind: 'plain', td: '09:40', 'with-b': 'true', b: 'Skerry' },
    { kind: 'late', td: '10:05', 'with-b': 'true', b: 'Great Tor' },
    { kind: 'plain', td: '11:20', 'with-b': 'true', b: 'Night Quay' },
    { kind: 'plain', td: '12:00', 'with-b': '', b: '' },
  ]);
  // Two alike are no list, and paragraphs are text.
  expect(proposeComponent('<ul><li>a</li><li>b</li></ul>', '', [0]).repeated).toEqual([]);
  expect(proposeComponent('<div><p>a</p><p>b</p><p>c</p></div>', '', [0]).repeated).toEqual([]);
});

test('elements that are no variants of one another are components of their own, and so is each where one wants', () => {
  const html = '<a class="btn">Go</a><a class="btn btn-quiet">Stay</a><p class="note">Tide</p><a class="tab">Map</a>';
  expect(proposeComponents(html, '', [0, 1, 2, 3]).proposals.map(({ name, props }) => [name, props.length])).toEqual([
    ['btn', 2],
    ['note', 1],
    ['tab', 1],
  ]);
  expect(proposeComponents(html, '', [0, 1, 2, 3], true).proposals.map(({ name }) => name)).toEqual(['btn', 'btn', 'note', 'tab']);
  expect(proposeComponents(html, '', [0, 1, 2, 3], true).together).toBe(3);
}); // prettier-ignore

test('what a state changes by a custom property is said of the state, of the piece and of what stands in it', () => {
  const css = `.card { --edge: #ccc; --ink: black; border: 1px solid var(--edge); color: var(--ink) }
    .card:hover { --edge: #000 } .card:focus-within { --ink: navy; color: var(--ink) }
    .card .mark { background: var(--edge) } nav:hover { --edge: red } .card:active { --edge: #ccc }`;
  const made = proposeComponent('<nav><div class="card"><i class="mark">x</i></div></nav>', css, [1]);
  const rules = made.rules.map(({ when, part, declarations }) => [when, part, declarations]);
  expect(rules).toContainEqual(['state is hover', 'root', [['border-color', '#000']]]);
  expect(rules).toContainEqual(['state is hover', 'mark', [['background-color', '#000']]]);
  expect(rules).toContainEqual(['state is focus-within', 'root', [['color', 'navy']]]);
  // A state that changes nothing is none, nor is one of what the piece stands in.
  expect(JSON.stringify(rules)).not.toMatch(/active|red/);
});

test('a size of text is what it was in the page: by its root, by what it stood in, by its browser', () => {
  const css = 'html { font-size: 62.5% } .deck { font-size: 1.25em } h2 { color: navy } .deck p { padding: 1.6rem 2rem; line-height: 1.5 }';
  const html = '<div class="deck"><h2><span>Berth</span></h2><p>Quay</p><table><tr><th>Time</th></tr></table></div>';
  const of = (at: number) => Object.fromEntries(proposeComponent(html, css, [at]).rules[0]!.declarations);
  // 10 px × 1.25 × 1.5 of a heading of the second rank (HTML Standard, 15.3.6).
  expect(of(2)).toMatchObject({ 'font-size': '18.75px', 'font-weight': 'bold', color: 'navy' });
  expect(of(3)).toMatchObject({ 'padding-block': '1rem', 'padding-inline': '1.25rem', 'font-size': '12.5px' });
  const table = proposeComponent(html, css, [4]).rules.find(({ part }) => part === 'th')!;
  expect(table.declarations).toEqual([['font-weight', 'bold'], ['text-align', 'center'], ['padding', '1px']]);
}); // prettier-ignore

test('what was left out is told with why', () => {
  const { notes } = proposeComponent(
    '<section onclick="x()"><iframe src="x"></iframe><x-sail>y</x-sail><script>1</script></section>',
    'section { background: url(a.png) } @media print { section { color: red } } section::before { content: "x" }',
    [0],
  );
  expect(notes).toEqual([
    'iframe: it shows something from elsewhere, left out',
    'script: a template holds no script, left out',
    'onclick of section: a template may not hold it, left out',
    'x-sail: no template holds it, now a div',
    'background of root: it loads something, left out',
    '1 × rules in @media print: left out',
    '1 × rules on what stands before, after or inside (pseudo-elements): left out',
  ]);
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
