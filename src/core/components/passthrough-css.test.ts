import type { ComponentDefinition } from './definition';
import { itemsOf } from '../document/item';
import { demo } from '@/testing/library';
import { isDeclared } from './guards';
import { isKept, affectedProperties, keptText, NOT_KNOWN, reachOn, scopedCss } from './passthrough-css';
import { knownStyles } from './cell-style';

const { items } = demo();
const named = (name: string) => itemsOf(items, 'component').find((one) => one.name === name)!;
const withKept = (css: string): ComponentDefinition => ({
  ...named('button'),
  entries: { entry_kept: { order: 'a0', kind: 'kept', css } },
});
const reach = (css: string) =>
  Object.fromEntries([...affectedProperties(withKept(css))].map(([part, set]) => [part, [...set].sort()]));

// The template: button part="root" holding span part="icon" and span part="label".
test.each([
  ['a part by name', '[part~="label"] { color: red }', { label: ['color'] }],
  ['a part by exact name', '[part="label"] { color: red }', { label: ['color'] }],
  ['the root by scope', ':scope { gap: 1px }', { root: ['column-gap', 'gap', 'row-gap'] }],
  ['by tag', 'span { letter-spacing: 1px }', { icon: ['letter-spacing'], label: ['letter-spacing'] }],
  ['a tag it has not', 'svg { width: 100% }', {}],
  ['what stands in a part', '[part~="root"] > svg { fill: red }', {}],
  ['the last compound alone', '[part~="root"]:hover [part~="icon"] { opacity: 0 }', { icon: ['opacity'] }],
  ['one of several', ':is([part~="icon"], [part~="label"]) { top: 0 }', { icon: ['top'], label: ['top'] }],
  ['what stands before it', '[part~="root"]::before { background: red }', {}],
  ['in an at-rule', '@media print { [part~="label"] { color: red } }', { label: ['color'] }],
  ['every part', '* { color: red }', { root: ['color'], icon: ['color'], label: ['color'] }],
  ['a class nobody knows', '.x { color: red }', { root: ['color'], icon: ['color'], label: ['color'] }],
  ['one side of a border', '[part~="root"] { border-top-color: red }', { root: ['border-color', 'border-top-color'] }],
  ['one side of a padding', '[part~="root"] { padding-inline: 1px }', { root: ['padding', 'padding-inline'] }],
  ['a shorthand', '[part~="label"] { background: red }', { label: ['background', 'background-color', 'background-image'] }],
  ['a custom property, for all that stands within', '[part~="root"] { --x: 1 }', { root: ['all'], icon: ['all'], label: ['all'] }],
  ['a custom property on one part', '[part~="icon"] { --x: 1 }', { icon: ['all'] }],
  ['the steps of an animation', '@keyframes glow { to { color: red } }', { root: ['all'], icon: ['all'], label: ['all'] }],
  ['CSS that is broken off', '[part~="label"] { color: red', { label: ['color'] }],
])('kept CSS reaches %s', (_, css, expected) => {
  expect(reach(css)).toEqual(expected);
}); // prettier-ignore

test('without kept CSS everything is known', () => {
  const plain = { ...named('button'), entries: {} };
  expect(affectedProperties(plain).size).toBe(0);
  const styles = new Map([['root', new Map([['color', '#fff']])]]);
  expect(knownStyles(styles, plain)).toBe(styles);
  expect(keptText(plain)).toEqual([]);
});

test('what kept CSS reaches is marked, and a guard on it is left to measuring', () => {
  const component = withKept('[part~="label"] { color: red }');
  const styles = new Map([['label', new Map([['color', '#fff'], ['gap', '1px']])]]); // prettier-ignore
  expect(Object.fromEntries(knownStyles(styles, component).get('label')!)).toEqual({
    color: NOT_KNOWN,
    gap: '1px',
  });
  expect([isKept(component, 'label', 'color'), isKept(component, 'label', 'gap')]).toEqual([true, false]);
  const guard = { order: 'a0', when: [], part: 'label', property: 'color', value: 'red', note: '' };
  const rule = { order: 'a1', kind: 'rule' as const, when: [], part: 'label', comment: '', declarations: [['color', { raw: '#fff' }]] as [string, { raw: string }][] }; // prettier-ignore
  const both = { ...component, entries: { ...component.entries, entry_rule: rule } };
  expect(isDeclared(both, guard)).toBe(false);
  expect(isDeclared({ ...both, entries: { entry_rule: rule } }, guard)).toBe(true);
  expect(keptText(component)).toEqual(['color of label']);
});

test('kept CSS of a holder reaches into what stands in its slots', () => {
  const holder = withKept('[part~="label"] { color: red }');
  expect([...reachOn(named('badge'), [named('badge'), holder]).keys()]).toEqual(['label']);
  expect(reachOn(named('badge'), [named('badge')]).size).toBe(0);
});

test.each([
  ['[part~="root"] > svg { width: 1px }', ':scope > svg { width: 1px }'],
  [
    '[part~="root"]:hover, b [part~="root"] { top: 0 }',
    ':scope:is(:hover, [data-state~="hover"]), b [part~="root"] { top: 0 }',
  ],
  [
    'li:not(:Hover):focus a { top: 0 }',
    'li:not(:is(:Hover, [data-state~="hover"])):is(:focus, [data-state~="focus-visible"]) a { top: 0 }',
  ],
  ['[data-tone][part="root"] [part~="label"] {}', '[data-tone]:scope [part~="label"] {}'],
  [
    '@media print { [part~="root"] { color: red !important } }',
    '@media print { :scope { color: red !important } }',
  ],
  [
    '[part~="label"] { color: red } /* [part~="root"] */',
    '[part~="label"] { color: red } /* [part~="root"] */',
  ],
  ['a:::b[part] { top: 0 }', 'a:::b[part] { top: 0 }'],
])('inside its scope %s is %s', (css, expected) => {
  expect(scopedCss(css)).toBe(expected);
});

test('the root part alone becomes the scope, of every selector that begins with it', () => {
  const scoped = (css: string) => scopedCss(css).replace(/\s+/g, ' ').trim();
  expect(scoped('[part~="root"], [part="root"]:hover { gap: 0 }')).toBe(
    ':scope, :scope:is(:hover, [data-state~="hover"]) { gap: 0 }',
  );
  // Another attribute of that value, another part, and a root further in are what they say.
  for (const same of [
    '[data-part="root"] { gap: 0 }',
    '[part~="label"] { gap: 0 }',
    '[class="root"][part~="icon"] { gap: 0 }',
    '[part~="label"] [part~="root"] { gap: 0 }',
  ])
    expect(scoped(same)).toBe(same);
  expect(scoped('b > [part~="root"] { gap: 0 }')).toBe('b > [part~="root"] { gap: 0 }');
});

test('what is reached is told with its properties in order', () => {
  expect(keptText(withKept('[part~="label"] { opacity: 1; color: red } * { --x: 1 }'))).toEqual(
    expect.arrayContaining([expect.stringMatching(/^everything of root$/)]),
  );
  expect(keptText(withKept('[part~="label"] { opacity: 1; color: red }'))).toEqual([
    'color, opacity of label',
  ]);
  // A declaration outside of any rule may be about anything.
  expect(reach('color: red')).toEqual({ root: ['color'], icon: ['color'], label: ['color'] });
});
