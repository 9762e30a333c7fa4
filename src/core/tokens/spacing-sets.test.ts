import { openTokens } from './open';
import { Resolution } from './resolve';
import { gridOverlay, spacingSets } from './spacing-sets';

const px = (value: number) => ({ $type: 'dimension', $value: { value, unit: 'px' } });
const to = (path: string) => ({ $type: 'dimension', $value: `{${path}}` });
const count = (value: number) => ({ $type: 'number', $value: value });
const setsOf = (file: object) =>
  spacingSets(new Resolution(openTokens('a.tokens.json', JSON.stringify(file), () => undefined).system), {});
const told = (file: object) => {
  const { spaces, gaps, insets, grids } = setsOf(file);
  return {
    spaces: spaces.map(({ path, px: size, refersTo }) => [path, size, refersTo]),
    gaps: gaps.map(({ path, px: size }) => [path, size]),
    insets: insets.map(({ path, form, sides }) => [path, form, Object.values(sides).map((side) => side.px)]),
    grids: grids.map(({ path, steps }) => [path, steps.map(({ name, from }) => [name, from])]),
  };
};
const NONE = { spaces: [], gaps: [], insets: [], grids: [] };

test.each<[string, object, object]>([
  ['spaces under either name, smallest first', { space: { b: px(8), a: px(4) }, spacing: { deep: { c: px(2) } } }, { spaces: [['spacing.deep.c', 2, undefined], ['space.a', 4, undefined], ['space.b', 8, undefined]] }],
  ['a space that is another', { space: { a: px(4), b: to('space.a') } }, { spaces: [['space.a', 4, undefined], ['space.b', 4, 'space.a']] }],
  ['a token that is itself called space is none', { space: px(4), size: px(3) }, {}],
  ['a colour or a number under space is none', { space: { a: { $type: 'color', $value: '#000' }, b: count(3) } }, {}],
  ['gaps, wherever the word stands in their path', { gap: { b: px(8) }, card: { gap: px(4) } }, { gaps: [['card.gap', 4], ['gap.b', 8]] }],
  ['an inset for all sides', { card: { inset: px(6) } }, { insets: [['card.inset', 'all sides', [6, 6, 6, 6]]] }],
  ['an inset by block and inline', { card: { inset: { block: px(2), inline: px(5) } } }, { insets: [['card.inset', 'block and inline', [2, 5, 2, 5]]] }],
  ['an inset of which one side is said', { card: { inset: { 'block-end': px(2) } } }, { insets: [['card.inset', 'single sides', [0, 0, 2, 0]]] }],
  ['a side over block and inline', { card: { inset: { block: px(2), inline: px(5), 'inline-start': px(9) } } }, { insets: [['card.inset', 'single sides', [2, 5, 2, 9]]] }],
  ['a layout grid, its narrowest step first', { grid: { wide: { columns: count(12), margin: px(24), gutter: px(16), from: px(900) }, narrow: { columns: count(4), margin: px(8), gutter: px(8) } } }, { grids: [['grid', [['narrow', 0], ['wide', 900]]]] }],
  ['a step that lacks one of the three is none', { grid: { a: { columns: count(4), margin: px(8) }, b: { margin: px(8), gutter: px(8) }, c: { columns: count(4), gutter: px(8) } } }, {}],
])('%s', (_, file, expected) => expect(told(file)).toEqual({ ...NONE, ...expected })); // prettier-ignore

test('columns are drawn as they are counted, from 1 to 48, each step above its width', () => {
  const step = (name: string, from: number, columns: number) => ({
    path: `g.${name}`,
    name,
    from,
    columns,
    margin: 8,
    gutter: 4,
  });
  const { columns, css } = gridOverlay({
    path: 'g',
    steps: [step('a', 300, 0), step('b', 600, 7.6), step('c', 0, 90)],
  });
  expect(columns).toBe(48);
  expect(css).toContain('repeat(1, minmax(0, 1fr))');
  expect(css).toMatch(/@media \(min-width: 600px\) \{\n\.layout-grid \{ grid-template-columns: repeat\(8,/);
  expect(css.match(/@media/g)).toHaveLength(1);
  expect(css).toContain(':nth-child(n + 49) { display: none; }');
  expect(css).toContain('column-gap: 4px; padding-inline: 8px;');
});
