import fc from 'fast-check';
import { parseConditions } from '../components/condition';
import { openTokens } from '../tokens/open';
import { Resolution } from '../tokens/resolve';
import type { KnownComponent } from './known-components';
import { checkMarkup } from './markup-check';

const srgb = (...components: number[]) => ({ colorSpace: 'srgb', components });
const color = (value: unknown) => ({ $type: 'color', $value: value });
const resolution = new Resolution(
  openTokens(
    't.resolver.json',
    JSON.stringify({
      version: '2025.10',
      sets: { base: { sources: [{ ink: color(srgb(0.2, 0.2, 0.2)), paper: color(srgb(1, 1, 1)), text: color('{ink}'), faint: color(srgb(0.8, 0.8, 0.8)), old: { ...color('{ink}'), $deprecated: true } }] } },
      modifiers: { scheme: { default: 'light', contexts: { light: [], dark: [{ paper: color(srgb(0.1, 0.1, 0.1)) }] } } },
      resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/scheme' }],
    }),
    () => undefined,
  ).system,
); // prettier-ignore
const button: KnownComponent = {
  name: 'button',
  props: [{ name: 'tone', kind: 'choice', values: ['primary', 'quiet'] }, { name: 'wide', kind: 'flag', values: [] }, { name: 'label', kind: 'text', values: [] }, { name: 'icon', kind: 'slot', values: [] }],
  required: ['label'],
  defaults: { tone: 'primary', wide: '', label: '', icon: '' },
  excluded: [{ when: parseConditions('tone is quiet and wide'), why: 'a quiet button is never wide' }, { when: parseConditions('wide and state is disabled'), why: '' }],
  deprecated: undefined,
}; // prettier-ignore
const card: KnownComponent = { name: 'fare-card', props: [], required: [], defaults: {}, excluded: [], deprecated: 'Use card' }; // prettier-ignore
const check = (text: string, prefix?: string) =>
  checkMarkup({ name: 'a.html', text }, resolution, [button, card], { prefix }).map(({ code, message, fix, at, value, context }) =>
    [code, `${at.line}:${at.column}`, /raw|unknown-token/.test(code) ? value : code === 'contrast' ? JSON.stringify(context ?? 'everywhere') : `${message} | ${fix}`]); // prettier-ignore

// COMMANDS, `check-markup`.
test.each<[string, string, [string, string, string][]]>([
  ['what is right', '<keel-button tone="quiet" label="Book" class="x" id="y" aria-label="z" data-id="1" onclick="f()"></keel-button>', []],
  ['a custom element nobody knows', '<keel-button label="x"></keel-button>\n  <keel-buton></keel-buton>', [['unknown-component', '2:3', 'There is no component called buton (keel-buton) | Did you mean keel-button?']]],
  ['one that is like none', '<keel-dialog-window></keel-dialog-window>', [['unknown-component', '1:1', 'There is no component called dialog-window (keel-dialog-window) | Use a component of the library']]],
  ['custom elements of others', '<keel-button label="x"></keel-button><keel-button label="x"></keel-button><other-thing></other-thing>', []],
  ['a class nobody knows', '<keel-button label="x"></keel-button><p class="a keel-bagde keel-button__icon keel-button--x"></p>', [['unknown-component', '1:41', 'There is no component called bagde (keel-bagde) | Use a component of the library']]],
  ['a prop nobody knows', '<keel-button label="x" ton="quiet"></keel-button>', [['unknown-prop', '1:24', 'button has no prop ton | Did you mean tone?']]],
  ['a value a choice has not', '<keel-button label="x" tone="quite"></keel-button>', [['invalid-prop-value', '1:24', 'tone of button cannot be "quite" | Did you mean quiet?']]],
  ['a flag with a value', '<keel-button label="x" wide="false"></keel-button>', [['invalid-prop-value', '1:24', 'wide of button is set by being there, whatever its value | Write wide alone, or leave it out']]],
  ['a slot as an attribute', '<keel-button label="x" icon="boat"></keel-button>', [['invalid-prop-value', '1:24', 'icon of button is a slot, and no attribute | Put content in with slot="icon"']]],
  ['values that a template puts in', '<keel-button label="{{ x }}" tone="{{ y }}"></keel-button>', []],
  ['combinations that are excluded', '<keel-button label="x" tone="quiet" wide></keel-button>', [['excluded-combination', '1:1', 'button is not made this way: a quiet button is never wide | Choose other props']]],
  ['and with a state', '<keel-button label="x" wide disabled></keel-button>', [['excluded-combination', '1:1', 'button is not made this way | Choose other props']]],
  ['content that is missing', '<keel-button label=" "></keel-button>', [['missing-content', '1:1', 'button needs label | Set label, or put content in with slot="label"']]],
  ['content in its slot, or without a name', '<keel-button><b slot="label">x</b></keel-button><keel-button>Book</keel-button>', []],
  ['content in another slot', '<keel-button><b slot="icon">x</b></keel-button>', [['missing-content', '1:1', 'button needs label | Set label, or put content in with slot="label"']]],
  ['a component by its class', '<keel-x></keel-x><button class="keel-button" data-tone="loud" data-wide>x</button>', [['unknown-component', '1:1', 'There is no component called x (keel-x) | Use a component of the library'], ['invalid-prop-value', '1:46', 'tone of button cannot be "loud" | It is primary or quiet']]],
  ['a class under an exclusion', '<keel-button label="x"></keel-button><button class="keel-button" data-tone="quiet" data-wide>x</button>', [['excluded-combination', '1:38', 'button is not made this way: a quiet button is never wide | Choose other props']]],
  ['a deprecated component', '<fare-card></fare-card>', [['deprecated-use', '1:1', 'fare-card is deprecated: Use card | Use its replacement']]],
  ['raw values and deprecated tokens', '<p style="color: #333; gap: 99px; fill: var(--old)"></p>', [['raw-exact', '1:18', '#333'], ['raw-foreign', '1:29', '99px'], ['deprecated-use', '1:41', 'old is deprecated | Use its replacement']]],
])('%s', (_, html, expected) => {
  expect(check(html)).toEqual(expected);
}); // prettier-ignore

test('a prefix that is given counts, whatever the elements begin with', () => {
  expect(check('<p class="hull-buton"></p>')).toEqual([]);
  expect(check('<p class="hull-buton"></p>', 'hull').map(([code]) => code)).toEqual(['unknown-component']);
  expect(check('<keel-buton></keel-buton>', 'hull')).toEqual([]);
});

// Ratios of WCAG 2.2: #333 on white 12.63, on #1a1a1a 1.38; #ccc on white 1.61.
test.each<[string, string, string[]]>([
  ['on a surface, in each context', '<style>p { color: var(--text); background: var(--paper) }</style><p>x</p>', ['{"scheme":"dark"}']],
  ['inherited, on what is nearest', '<div style="background-color: var(--paper); color: var(--text)"><b style="background-color: var(--text)"><i>x</i></b></div>', ['"everywhere"']],
  ['large text needs less', '<p style="color: var(--faint); background: var(--text); font-size: 30px">x</p>', []],
  ['nothing without a surface', '<p style="color: var(--faint)">x</p>', []],
  ['nothing without a colour', '<p style="background: var(--text)">x</p>', []],
  ['nothing without text', '<p style="color: var(--faint); background: var(--paper)"> <b></b></p>', []],
  ['nothing inside of components', '<div style="background: var(--text); color: var(--text)"><keel-button label="x">x</keel-button></div>', []],
])('contrast %s', (_, html, contexts) => {
  expect(check(html).filter(([code]) => code === 'contrast').map(([, , context]) => context)).toEqual(contexts);
}); // prettier-ignore

test('any markup is answered', () => {
  const piece = fc.constantFrom('<keel-button', ' tone="quiet"', ' wide', '>', '</keel-button>', '<p class="keel-x', '">', 'text', '<style>p{color:var(--text)', '}</style>', '<svg><path fill="', '<template>', '</template>', '<', '&', '<table><tr>', '<keel-', ' label=', '{{'); // prettier-ignore
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 14 }), (pieces) => {
      for (const { at, message } of checkMarkup({ name: 'a.html', text: pieces.join('') }, resolution, [button, card])) {
        expect(at.line).toBeGreaterThan(0);
        expect(message).not.toBe('');
      }
    }),
    { numRuns: 300 },
  );
}); // prettier-ignore
