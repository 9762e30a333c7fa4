import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { parseStyle, printStyle, readSelector, selectorText, type TokenSpelling } from './style-text';

const tokens = new Map([
  ['--space-4', 'space.4'],
  ['--color-text-default', 'color.text.default'],
]);
const spelling: TokenSpelling = {
  nameOf: ({ token }) => `--${token.path.replaceAll('.', '-')}`,
  tokenOf: (name) => (tokens.has(name) ? { token: { path: tokens.get(name)! } } : undefined),
};
const round = (text: string) => printStyle(parseStyle(text, spelling).entries, spelling);

const word = fc.constantFrom('tone', 'size', 'busy', 'label', 'danger');
const conditionText = fc.oneof(
  fc.tuple(word, word).map(([prop, value]) => `[data-${prop}="${value}"]`),
  word.map((prop) => `[data-${prop}]`),
  word.map((prop) => `:not([data-${prop}])`),
  fc.constantFrom(
    ':hover',
    ':focus-visible',
    '[data-state~="open"]',
    ':is([data-tone="danger"], [data-tone=quiet])',
  ),
);
const space = fc.constantFrom('', ' ', '\n', '\n\n  ', '\t');
const selector = fc.oneof(
  fc.array(conditionText, { maxLength: 3 }).map((all) => `[part~="root"]${all.join('')}`),
  fc.array(conditionText, { maxLength: 2 }).map((all) => `[part~='root']${all.join('')} [part~="label"]`),
  fc.constantFrom(
    '[part~="label"]',
    '.other',
    'a > b',
    '[part~="root"]::before',
    '[part~="root"], [part~="label"]',
  ),
);
const declaration = fc.constantFrom(
  'color: var(--color-text-default)',
  'padding:var(--space-4)',
  'gap: 4px',
  'color: var(--unknown, red)',
  'margin: 0 !important',
  '-webkit-appearance: none',
);
const rule = fc
  .tuple(
    space,
    selector,
    space,
    fc.array(declaration, { maxLength: 3 }),
    fc.constantFrom(';', '', ' ;\n'),
    space,
  )
  .map(
    ([before, about, gap, said, end, after]) =>
      `${before}${about}${gap}{${said.join('; ')}${said.length ? end : ''}}${after}`,
  );
const sheet = fc
  .array(
    fc.oneof(
      rule,
      fc.constantFrom('/* a word */', '@media (width > 40em) { a { b: c } }', '\n/* two */\n', '@layer x;'),
    ),
    { maxLength: 7 },
  )
  .map((all) => all.join('\n'));

test('what is printed of what was read is the text, to the last space', () => {
  fc.assert(fc.property(sheet, (text) => expect(round(text)).toBe(text)));
  const real = readFileSync(require.resolve('normalize.css/normalize.css'), 'utf8');
  expect(round(real)).toBe(real);
});

test('a rule that has changed since it was typed is printed anew, and what stands around it as it was', () => {
  const text = '[part~="root"]{gap:4px}\n\n/* why */\n[part~="root"]:hover   { color: red }\n.other { }\n';
  const { entries } = parseStyle(text, spelling);
  expect(entries.map((entry) => entry.kind)).toEqual(['rule', 'rule', 'kept']);
  const [first, second, kept] = entries as [
    (typeof entries)[0] & { kind: 'rule' },
    (typeof entries)[0] & { kind: 'rule' },
    (typeof entries)[0],
  ];
  expect(second).toMatchObject({ comment: 'why', when: [{ kind: 'state', state: 'hover' }] });
  const changed = {
    ...second,
    declarations: [['color', { token: { path: 'space.4' } }]] as [string, { token: { path: string } }][],
  };
  expect(printStyle([first, changed, kept], spelling)).toBe(
    '[part~="root"]{gap:4px}\n\n/* why */\n[part~="root"]:hover {\n  color: var(--space-4);\n}\n.other { }\n',
  );
});

test('every rule reads back from its selector', () => {
  const condition = fc.oneof(
    fc.record({
      kind: fc.constant('choice' as const),
      prop: word,
      is: fc.uniqueArray(word, { minLength: 1, maxLength: 3 }),
    }),
    fc.record({ kind: fc.constant('flag' as const), prop: word, is: fc.boolean() }),
    fc.record({ kind: fc.constant('state' as const), state: fc.constantFrom('hover', 'disabled', 'open') }),
  );
  fc.assert(
    fc.property(fc.array(condition, { maxLength: 3 }), fc.constantFrom('root', 'label'), (when, part) => {
      expect(readSelector(selectorText({ when, part }))).toEqual({ when, part });
    }),
  );
});

test.each([
  ['a { color: red', 'style-syntax'],
  ['@import "https://example.org/x.css";', 'style-loads'],
  ['.x { background: url(https://example.org/x.png) }', 'style-loads'],
])('%s is told as %s', (text, code) => {
  expect(parseStyle(text, spelling).findings.map((finding) => finding.code)).toEqual([code]);
});
