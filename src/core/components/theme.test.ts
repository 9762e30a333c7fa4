import { demo } from '@/testing/library';
import { itemsOf, type Items } from '../document/item';
import { composedItems, entryHome, named, themeOf } from './compose';
import { declaredStyle } from './style';
import type { ComponentDefinition, StyleRule } from './definition';
import { defaultProps } from './condition';
import { THEME_ELEMENTS, themedParts, themeSheet, type ThemeItem } from './theme';

const rule = (part: string, declarations: Record<string, string>, state?: string): StyleRule => ({
  order: 'a0', kind: 'rule', part, comment: '', when: state === undefined ? [] : [{ kind: 'state', state }],
  declarations: Object.entries(declarations).map(([property, raw]) => [property, { raw }]),
}); // prettier-ignore
const theme = (name: string, ...rules: StyleRule[]): ThemeItem => ({
  id: `theme_${name}`, kind: 'theme', name, description: '', order: 'a0',
  entries: Object.fromEntries(rules.map((one, i) => [`entry_${name}${i}`, { ...one, order: `a${i}` }])),
}); // prettier-ignore
const component = (template: string, more: Partial<ComponentDefinition> = {}): ComponentDefinition => ({
  id: 'component_x', kind: 'component', name: 'x', description: '', order: 'a0', rank: null, visibility: 'released', deprecation: null,
  template, states: [], parts: {}, props: {}, entries: {}, guards: {}, theme: { id: 'theme_quiet', path: 'quiet' }, ...more,
}); // prettier-ignore
const around = (...items: (ThemeItem | ComponentDefinition)[]): Items =>
  new Map(items.map((item) => [item.id, item]));
/** What is declared of a part, in the words of CSS. */
const styleOf = (items: Items, part: string, states: string[] = [], id = 'component_x') => {
  const one = composedItems(items).get(id) as ComponentDefinition;
  return Object.fromEntries(
    (declaredStyle(one, { props: defaultProps(one), states }).get(part) ?? []).map(({ property, value }) => [
      property,
      'raw' in value ? value.raw : value.token.path,
    ]),
  );
};

const QUIET = theme(
  'quiet',
  rule('heading-2', { font: '600 20px/1.2 serif', color: 'navy' }),
  rule('link', { color: 'blue', 'text-decoration': 'underline' }),
  rule('link', { color: 'teal' }, 'hover'),
  rule('card', { 'background-color': 'white', padding: '16px', 'border-radius': '4px' }),
);
const LOUD = theme('loud', rule('link', { color: 'red' }), rule('card', { padding: '32px' }));
const CARD =
  '<article part="root"><h2 part="title">A</h2><div part="body"><a part="more" href="#">b</a></div></article>';

test.each([
  [
    'an element’s style goes to the parts of its tag',
    'title',
    [],
    { font: '600 20px/1.2 serif', color: 'navy' },
  ],
  ['a state’s goes over it', 'more', ['hover'], { color: 'teal', 'text-decoration': 'underline' }],
  [
    'the root is a part too',
    'root',
    [],
    { 'background-color': 'white', padding: '16px', 'border-radius': '4px' },
  ],
  ['an element of no kind takes nothing', 'body', [], {}],
] as [string, string, string[], object][])('%s', (_, part, states, style) => {
  expect(styleOf(around(QUIET, component(CARD)), part, states)).toEqual(style);
});

test.each([
  [
    'the same property, in any state',
    rule('more', { color: 'black' }, 'active'),
    'more',
    ['hover'],
    { 'text-decoration': 'underline' },
  ],
  [
    'a longhand keeps the shorthand out',
    rule('root', { 'padding-inline': '2px' }),
    'root',
    [],
    { 'background-color': 'white', 'border-radius': '4px', 'padding-inline': '2px' },
  ],
  [
    'a shorthand keeps the longhand out',
    rule('root', { background: 'red' }),
    'root',
    [],
    { background: 'red', padding: '16px', 'border-radius': '4px' },
  ],
  [
    'a border says nothing of its corners',
    rule('root', { border: '1px solid' }),
    'root',
    [],
    { border: '1px solid', 'background-color': 'white', padding: '16px', 'border-radius': '4px' },
  ],
  [
    'a line height is one of a font',
    rule('title', { 'line-height': '2' }),
    'title',
    [],
    { color: 'navy', 'line-height': '2' },
  ],
] as [string, StyleRule, string, string[], object][])(
  'what a component sets is its own: %s',
  (_, own, part, states, style) => {
    expect(styleOf(around(QUIET, component(CARD, { entries: { entry_own: own } })), part, states)).toEqual(
      style,
    );
  },
);

test('a part is another element where it says so, or none', () => {
  const part = (name: string, element: string) => ({ order: 'a0', name, shows: 'nothing' as const, description: '', element });
  const one = component(CARD, { parts: { part_1: part('body', 'card'), part_2: part('root', 'none') } });
  expect(styleOf(around(QUIET, one), 'body')).toMatchObject({ padding: '16px' });
  expect(styleOf(around(QUIET, one), 'root')).toEqual({});
  expect(themedParts(one).get('title')).toBe('heading-2');
}); // prettier-ignore

test('another theme takes its place, for one component or for all that follow one', () => {
  const { theme: _, ...plain } = component(CARD, { id: 'component_plain', name: 'plain' });
  const items = around(QUIET, LOUD, component(CARD), plain);
  const swapped = composedItems(items, { id: LOUD.id, path: 'loud' });
  const declared = (id: string) =>
    JSON.stringify([...declaredStyle(swapped.get(id) as ComponentDefinition, { props: {}, states: [] })]);
  expect(declared('component_x')).toContain('"32px"');
  expect(declared('component_x')).not.toMatch(/navy|16px/);
  // Who follows no theme stays as it is.
  expect(swapped.get('component_plain')).toBe(plain);
  expect(styleOf(around(LOUD, component(CARD, { theme: { path: 'loud' } })), 'more')).toEqual({
    color: 'red',
  });
});

test('a variation follows what it varies follows, or another', () => {
  const variation = (more: Partial<ComponentDefinition>) => {
    const { theme: _, ...plain } = component('', { id: 'component_v', name: 'v' });
    return { ...plain, variationOf: { id: 'component_x', path: 'x' }, ...more };
  };
  const at = (more: Partial<ComponentDefinition>) =>
    styleOf(around(QUIET, LOUD, component(CARD), variation(more)), 'more', [], 'component_v');
  expect(at({})).toEqual({ color: 'blue', 'text-decoration': 'underline' });
  expect(at({ theme: { path: 'loud' } })).toEqual({ color: 'red' });
});

test('where a rule is written is told; a theme that is gone says nothing', () => {
  const items = around(QUIET, component(CARD));
  const used = composedItems(items).get('component_x') as ComponentDefinition;
  const own = items.get('component_x') as ComponentDefinition;
  for (const id of Object.keys(used.entries))
    expect(entryHome(own, id, items)).toEqual({ kind: 'theme', name: 'quiet' });
  expect(composedItems(around(own)).get('component_x')).toEqual(own);
  expect(themeOf(own, around(own))).toBeUndefined();
});

test('the page of a theme has every element, and composing is asked of the same parts once', () => {
  const sheet = themeSheet(QUIET);
  expect(new Set(themedParts(sheet).values())).toEqual(new Set(Object.keys(THEME_ELEMENTS)));
  const items = around(QUIET, component(CARD));
  expect(composedItems(items).get('component_x')).toBe(composedItems(items).get('component_x'));
});

test('every tag of a template of the demo is at most one element', () => {
  const tags = Object.values(THEME_ELEMENTS).flat();
  expect(new Set(tags).size).toBe(tags.length);
  for (const one of itemsOf(demo().items, 'component'))
    for (const element of themedParts(one).values()) expect(Object.keys(THEME_ELEMENTS)).toContain(element);
  expect(named(around(QUIET), 'theme', { path: 'quiet' })).toBe(QUIET);
});
