import type { AssetItem } from '../assets/asset';
import type { Item } from '../document/item';
import type { ComponentDefinition, Prop } from './definition';
import { reactSource } from './delivered/react-source';
import { iconChoice, iconOf, iconSizes } from './icon-piece';
import { renderNested } from './nested';

const drawing = (size: number, mark: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size} ${size}"><path d="M0 0h${size}" id="${mark}${size}"/></svg>`;
const icon = (name: string, ...sizes: number[]): AssetItem => ({
  id: `asset_${name}`,
  kind: 'asset',
  name,
  role: 'icon',
  order: 'a0',
  files: Object.fromEntries(
    sizes.map((size, i) => [
      `file_${i}`,
      { order: `a${i}`, file: `${name}-${size}.svg`, hash: '', mediaType: 'image/svg+xml', size: 1, svg: drawing(size, name), context: null, font: null },
    ]),
  ),
}); // prettier-ignore
const prop = (order: string, one: Partial<Prop> & Pick<Prop, 'name' | 'kind'>): Prop => ({
  order,
  values: [],
  default: '',
  description: '',
  ...one,
});
const piece = {
  asset: { id: 'asset_boat', path: 'boat' },
  props: { size: '16', ...iconSizes({ small: 16, large: 24 }) },
  passed: { icon: 'icon', size: 'size' },
};
const sign: ComponentDefinition = {
  id: 'component_sign',
  kind: 'component',
  order: 'a0',
  name: 'sign',
  description: '',
  rank: null,
  visibility: 'released',
  deprecation: null,
  template: '<span part="root"><slot name="drawing"></slot></span>',
  states: [],
  parts: {},
  props: {
    prop_1: prop('a0', { name: 'icon', kind: 'choice', values: ['boat', 'bell'], default: 'boat' }),
    prop_2: prop('a1', { name: 'size', kind: 'choice', values: ['small', 'large'], default: 'small' }),
    prop_3: prop('a2', { name: 'drawing', kind: 'slot', holds: [piece] }),
  },
  entries: {},
  guards: {},
};
const items = new Map<string, Item>(
  [sign, icon('boat', 16, 24), icon('bell', 24)].map((item) => [item.id, item]),
);

test.each([
  [{ icon: 'boat', size: 'small' }, 'boat16', 16],
  [{ icon: 'boat', size: 'large' }, 'boat24', 24],
  [{ icon: 'bell', size: 'large' }, 'bell24', 24],
  // No drawing of that size: the nearest, as large as was asked.
  [{ icon: 'bell', size: 'small' }, 'bell24', 16],
  // An icon that is not there is the one the slot holds.
  [{ icon: 'kite', size: 'small' }, 'boat16', 16],
])('under %j the drawing %s is shown, %d px large', (props, mark, size) => {
  const html = renderNested(sign, items, { props });
  expect([...html.matchAll(/id="([a-z0-9]+)"/g)].map((match) => match[1])).toEqual([mark]);
  expect(html).toContain(`width="${size}" height="${size}"`);
});

test.each([
  ['20', 20],
  ['', undefined],
  ['0', undefined],
  ['5000', undefined],
  ['big', undefined],
])('a size of “%s” is %s px', (size, px) => {
  const fixed = { ...piece, props: { size }, passed: {} };
  expect(iconOf(fixed, items, {})?.size).toBe(px);
  // A number that the holder says is one of pixels.
  expect(iconOf({ ...piece, props: {} }, items, { size })?.size).toBe(px);
});

test('code that is delivered has every drawing it can be asked for', () => {
  expect(iconChoice(piece, sign, items)!.drawings.map(({ icon: name, size }) => `${name} ${size}`)).toEqual([
    'boat small',
    'boat large',
    'bell small',
    'bell large',
  ]);
  const source = reactSource(sign, items)!;
  for (const key of ['"boat small": <svg', '"bell large": <svg', '`${icon} ${size}`'])
    expect(source).toContain(key);
});
