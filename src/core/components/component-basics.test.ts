import { parseFragment, type DefaultTreeAdapterTypes } from 'parse5';
import { imported } from '@/testing/imported';
import { Resolution } from '../tokens/resolve';
import { tokenSystemOf } from '../tokens/token-tree';
import type { ComponentDefinition } from './definition';
import { conditionsText, parseConditions } from './condition';
import { deprecationOf, deprecationText } from './lifecycle';
import { renderNested } from './nested';
import { renderComponent } from './render';
import { kindOfType } from './source/source';
import { withTokenValues } from './style';
import { tokensByProperty, tokensOfValue } from './value-tokens';

const px = (value: number) => ({ $type: 'dimension', $value: { value, unit: 'px' } });
const FILE = {
  space: { a: px(4), b: px(8), c: px(12), d: px(16) },
  ink: { $type: 'color', $value: '#112233' },
  text: {
    $type: 'typography',
    $value: { fontFamily: 'Known', fontWeight: 400, fontSize: px(16).$value, letterSpacing: px(0).$value, lineHeight: 1.5 },
  },
  'old-ink': { $type: 'color', $value: '{ink}' },
}; // prettier-ignore
const { items } = imported('a.tokens.json', { 'a.tokens.json': JSON.stringify(FILE) });
const resolution = new Resolution(tokenSystemOf(items));
const [a, b, c, d] = ['a', 'b', 'c', 'd'].map((name) => `var(--space-${name})`);

/** CSS Box Model 3, 4.2: of one to four values which side takes which. */
test.each<[string, string, [string, string][]]>([
  ['padding', `${a}`, [['padding', 'space.a']]],
  ['padding', `${a} ${b}`, [['padding-top', 'space.a'], ['padding-right', 'space.b'], ['padding-bottom', 'space.a'], ['padding-left', 'space.b']]],
  ['margin', `${a} ${b} ${c}`, [['margin-top', 'space.a'], ['margin-right', 'space.b'], ['margin-bottom', 'space.c'], ['margin-left', 'space.b']]],
  ['padding', `${a} ${b} ${c} ${d}`, [['padding-top', 'space.a'], ['padding-right', 'space.b'], ['padding-bottom', 'space.c'], ['padding-left', 'space.d']]],
  ['padding', `${a} 0`, [['padding-top', 'space.a'], ['padding-bottom', 'space.a']]],
  ['padding', `0 /* none */ ${b}`, [['padding-right', 'space.b'], ['padding-left', 'space.b']]],
  ['gap', `${a} ${b}`, [['row-gap', 'space.a'], ['column-gap', 'space.b']]],
  ['gap', `${a} ${b} ${c}`, []],
  ['padding-inline', `${a} ${b}`, [['padding-left', 'space.a'], ['padding-right', 'space.b']]],
  ['padding-block', `calc(${a} + ${b})`, []],
  ['padding-block', `calc(${a} * 2)`, [['padding-block', 'space.a']]],
  ['border', `1px solid var(--ink)`, [['border', 'ink']]],
  ['border', `${a} solid var(--ink)`, []],
  ['padding', '4px 8px', []],
  ['padding', 'var(--nothing) 8px', []],
])('%s: %s comes from %j', (property, raw, expected) =>
  expect(tokensByProperty(property, { raw }, items, resolution)).toEqual(expected)); // prettier-ignore

test('a bound token is its property’s, and of a text style each longhand’s', () => {
  const bound = (path: string) => tokensByProperty('font', { token: { path } }, items, resolution);
  expect(bound('ink')).toEqual([['font', 'ink']]);
  expect(bound('text').map(([property]) => property)).toEqual([
    'font', 'font-family', 'font-size', 'font-weight', 'letter-spacing', 'line-height',
  ]); // prettier-ignore
  expect(tokensOfValue({ raw: `${b} ${a} ${b}` }, items)).toEqual(['space.b', 'space.a']);
});

test.each([
  [`calc(${a} + ${b})`, 'calc(4px + 8px)'],
  ['var(--ink)', '#112233'],
  ['var(--nothing)', 'var(--nothing)'],
  ['var(--nothing, var(--ink))', 'var(--nothing, #112233)'],
  ['var(--ink, var(--space-a))', '#112233'],
  ['1px solid', '1px solid'],
  // A text style is no one value.
  ['var(--text)', 'var(--text)'],
  ['var(--text-font-size)', 'var(--text-font-size)'],
])('%s with its values is %s', (raw, expected) =>
  expect(withTokenValues(raw, items, resolution, 0)).toBe(expected),
);

test.each([
  ['tone is calm', 'tone is calm'],
  ['  tone  is   calm   or\nloud  ', 'tone is calm or loud'],
  ['busy and not wide', 'busy and not wide'],
  ['not   busy', 'not busy'],
  ['state is hover and tone is calm', 'state is hover and tone is calm'],
  ['', ''],
])('the condition %j is read as %j', (text, printed) =>
  expect(conditionsText(parseConditions(text))).toBe(printed),
);

test.each(['1 tone is calm', 'tone is calm!', 'tone is', 'is calm', 'tone is calm or', 'tone is calm orloud', 'tone are calm', 'Tone is calm', 'toneis calm', 'a b', 'tone is calm loud'])(
  '%j is no condition',
  (text) => expect(() => parseConditions(text)).toThrow(/is not a valid condition/),
); // prettier-ignore
test('a condition of two states is told apart into rules', () =>
  expect(() => parseConditions('state is hover or active')).toThrow(/names several states/));

const component = (template: string): ComponentDefinition => ({
  id: 'component_1', kind: 'component', order: 'a0', name: 'button', description: '', rank: null, visibility: 'released', deprecation: null,
  template, states: ['open'], parts: {}, entries: {}, guards: {},
  props: {
    prop_1: { order: 'a0', name: 'tone', kind: 'choice', values: ['calm', 'loud'], default: 'calm', description: '' },
    prop_2: { order: 'a1', name: 'busy', kind: 'flag', values: [], default: '', description: '' },
    prop_3: { order: 'a2', name: 'label', kind: 'text', values: [], default: 'Go', description: '' },
    prop_4: { order: 'a3', name: 'icon', kind: 'slot', values: [], default: '', description: '' },
  },
}); // prettier-ignore
const drawn = (template: string, input: Parameters<typeof renderComponent>[1] = {}) =>
  renderComponent(component(template), input).replace(/ class="[^"]*"/g, '');

test.each<[string, string, Parameters<typeof renderComponent>[1], string]>([
  ['no state is no attribute', '<b part="root"></b>', {}, '<b part="root" data-tone="calm"></b>'],
  ['states as they are held', '<b part="root"></b>', { states: ['open', 'focus-visible'] }, '<b part="root" data-tone="calm" data-state="open focus-visible"></b>'],
  ['what is pressed is hovered over', '<b part="root"></b>', { states: ['active'] }, '<b part="root" data-tone="calm" data-state="active hover"></b>'],
  ['hovered over and pressed', '<b part="root"></b>', { states: ['active', 'hover'] }, '<b part="root" data-tone="calm" data-state="active hover"></b>'],
  ['a flag', '<b part="root"></b>', { props: { busy: 'true' } }, '<b part="root" data-tone="calm" data-busy></b>'],
  ['hover held on a part', '<b part="root"><i part="label"></i><u></u></b>', { states: ['hover'], stateOn: 'label' }, '<b part="root" data-tone="calm" data-state="hover"><i part="label" data-state="hover"></i><u></u></b>'],
  ['what is there under a flag', '<b part="root"><i when="busy"></i><u when="not busy"></u></b>', { props: { busy: 'true' } }, '<b part="root" data-tone="calm" data-busy><i></i></b>'],
  ['what is there where a slot is filled', '<b part="root"><i when="icon"><slot name="icon"></slot></i></b>', { slots: { icon: '<svg></svg>' } }, '<b part="root" data-tone="calm"><i><svg></svg></i></b>'],
  ['and is not where it is empty', '<b part="root"><i when="icon"><slot name="icon"></slot></i></b>', {}, '<b part="root" data-tone="calm"></b>'],
  ['what is there where a text is given', '<b part="root"><i when="label"><slot name="label"></slot></i></b>', { props: { label: 'false' } }, '<b part="root" data-tone="calm"><i>false</i></b>'],
  ['and is not where it is none', '<b part="root"><i when="label">x</i></b>', { props: { label: '' } }, '<b part="root" data-tone="calm"></b>'],
  ['what is there under a choice', '<b part="root"><i when="tone is loud"></i><u when="tone is calm"></u></b>', {}, '<b part="root" data-tone="calm"><u></u></b>'],
  ['the fallback of a slot that is empty', '<b part="root"><slot name="icon"><i></i></slot></b>', {}, '<b part="root" data-tone="calm"><i></i></b>'],
  ['text is escaped', '<b part="root"><slot name="label"></slot></b>', { props: { label: '<script>&"\'' } }, '<b part="root" data-tone="calm">&#60;script&#62;&#38;&#34;&#39;</b>'],
  ['an attribute bound to a prop and a state', '<b part="root" bind-title="label" bind-aria-expanded="open"></b>', { states: ['open'] }, '<b part="root" data-tone="calm" title="Go" aria-expanded="true" data-state="open"></b>'],
])('drawn: %s', (_, template, input, expected) => {
  // In whichever order attributes stand.
  const parts = (html: string) => html.replace(/<(\w+)((?: [\w-]+(?:="[^"]*")?)*)>/g, (_all, tag: string, list: string) => `<${tag} ${(list.match(/[\w-]+(?:="[^"]*")?/g) ?? []).sort().join(' ')}>`);
  expect(parts(drawn(template, input))).toBe(parts(expected));
}); // prettier-ignore

test.each<[string, string, string[]]>([
  ['boolean', 'flag', []],
  ['true | false | undefined', 'flag', []],
  ['boolean | string', 'text', []],
  ['booleanish', 'text', []],
  ['a.true', 'text', []],
  ['"a" | \'b\' | null', 'choice', ['a', 'b']],
  ['"a" | number', 'text', []],
  ['React.ReactNode', 'slot', []],
  ['string | JSX.Element', 'slot', []],
  ['Elemental', 'text', []],
  ['undefined', 'text', []],
  ['', 'text', []],
])('a prop of the type %s is a %s', (type, kind, values) =>
  expect(kindOfType(type)).toEqual({ kind, values }),
);

test('a deprecation says why and what to use, as far as it is known', () => {
  const of = (deprecation: ComponentDefinition['deprecation']) =>
    deprecationOf({ ...component('<b part="root"></b>'), deprecation });
  expect(of(null)).toBeNull();
  expect(of({ reason: 'Two did the same.', replacement: { path: 'button' } })).toEqual({ reason: 'Two did the same.', replacement: 'button' });
  expect(of({ reason: '', replacement: null })).toEqual({ reason: '', replacement: null });
  expect(deprecationText({ reason: 'Two did the same.', replacement: 'button' })).toBe('deprecated: Two did the same. Use button instead');
  expect(deprecationText({ reason: '', replacement: null })).toBe('deprecated');
  expect(deprecationText({ reason: '', replacement: 'b' })).toBe('deprecated. Use b instead');
}); // prettier-ignore

/** HTML, 13.2.6: where a browser puts an element that may stand only within others, as parse5 reads it from a page's body. */
test.each(['tr', 'td', 'th', 'thead', 'tbody', 'tfoot', 'caption', 'li', 'dt', 'dd', 'option', 'optgroup', 'legend', 'summary', 'figcaption', 'div'])(
  'a component whose root is %s is drawn as that where it stands by itself, and as it is in a slot',
  (tag) => {
    const one = component(`<${tag} part="root"></${tag}>`);
    const html = renderNested(one, items);
    expect(roots(html)).toEqual([tag]);
    // Every element that was put round it is closed again.
    const opened = html.match(/<\w+/g) ?? [];
    const closed = html.match(/<\/\w+/g) ?? [];
    expect(closed.length).toBe(opened.length);
    expect(renderNested(one, items, { inside: true })).not.toContain('data-holder');
  },
); // prettier-ignore

function roots(html: string): string[] {
  const found: string[] = [];
  const walk = (node: DefaultTreeAdapterTypes.Node) => {
    if ('attrs' in node && node.attrs.some(({ name, value }) => name === 'part' && value === 'root'))
      found.push(node.tagName);
    if ('childNodes' in node) node.childNodes.forEach(walk);
  };
  walk(parseFragment(html));
  return found;
}
