import { demo } from '@/testing/library';
import type { AssetItem } from '../../assets/asset';
import type { ComponentDefinition, Nested } from '../../components/definition';
import { iconSizes } from '../../components/icon-piece';
import { changedItems } from '../../document/changed';
import { itemsOf, type Item, type Items } from '../../document/item';
import { Resolution } from '../../tokens/resolve';
import { tokenSystemOf } from '../../tokens/token-tree';
import { LibraryCheckResults } from './registry';

const { items } = demo();
const resolution = new Resolution(tokenSystemOf(items));
const icon = itemsOf(items, 'component').find(({ name }) => name === 'icon')!;
const having = (...more: Item[]): Items => {
  const all = new Map(items);
  for (const item of more) all.set(item.id, item);
  return all;
};
const said = (results: LibraryCheckResults) =>
  results.all().flatMap(({ code, message }) => (code === 'icon-size-missing' ? [message] : []));
const found = (of: Items) => said(LibraryCheckResults.of({ items: of, resolution }));

/** The demo's icon component with its drawing at other sizes. */
const shown = (...sizes: string[]): ComponentDefinition => ({
  ...icon,
  props: Object.fromEntries(
    Object.entries(icon.props).map(([id, prop]) => [
      id,
      prop.holds
        ? {
            ...prop,
            holds: sizes.map((size): Nested => ({
              ...prop.holds![0]!,
              asset: { id: 'asset_boat', path: 'boat' },
              props: size ? { size } : {},
            })),
          }
        : prop,
    ]),
  ),
});
const drawn = (...sizes: number[]): AssetItem => ({
  id: 'asset_boat',
  kind: 'asset',
  name: 'boat',
  role: 'icon',
  order: 'a0',
  files: Object.fromEntries(
    sizes.map((size, i) => {
      const svg = `<svg viewBox="0 0 ${size} ${size}"></svg>`;
      const file = { file: `boat-${size}.svg`, hash: '', mediaType: 'image/svg+xml', size: svg.length, context: null, font: null }; // prettier-ignore
      return [`file_${i}`, { ...file, order: `a${i}`, svg }];
    }),
  ),
});

test.each<[string, string[], number[], string[]]>([
  ['sizes there are drawings for', ['16', '24'], [16, 24], []],
  ['a size between', ['20'], [24, 16], ['icon: drawing shows boat at 20 px, and it is drawn for 16 px and 24 px']],
  ['one size missing, shown twice', ['20', '16', '20'], [16], ['icon: drawing shows boat at 20 px, and it is drawn for 16 px']],
  ['no size said: it is drawn at its own', [''], [16], []],
  ['a size that is none', ['big'], [16], []],
])('%s', (_, sizes, drawings, messages) =>
  expect(found(having(shown(...sizes), drawn(...drawings)))).toEqual(messages)); // prettier-ignore

test('a size that a prop sets is looked at under each of its values, for each icon that another names', () => {
  const bell = { ...drawn(24), id: 'asset_bell', name: 'bell' };
  const choice = (order: string, name: string, values: string[]) => ({ order, name, kind: 'choice' as const, values, default: values[0]!, description: '' });
  const [[slot, held]] = Object.entries(shown('16').props).filter(([, { holds }]) => holds) as [[string, (typeof icon)['props'][string]]];
  const piece: Nested = { asset: { id: 'asset_boat', path: 'boat' }, props: { ...iconSizes({ small: 16, large: 24 }) }, passed: { icon: 'drawn', size: 'large' } };
  const component = {
    ...icon,
    props: { [slot]: { ...held, holds: [piece] }, prop_a: choice('z0', 'drawn', ['boat', 'bell']), prop_b: choice('z1', 'large', ['small', 'large']) },
  };
  expect(found(having(component, drawn(16, 24), bell))).toEqual(['icon: drawing shows bell at 16 px, and it is drawn for 24 px']);
  expect(found(having(component, drawn(24), bell))).toEqual(['icon: drawing shows boat and bell at 16 px, for which they are not drawn']);
  expect(found(having(component, drawn(16, 24), { ...drawn(16, 24), id: 'asset_bell', name: 'bell' }))).toEqual([]);
}); // prettier-ignore

test('another drawing is looked at by what shows it', () => {
  const before = having(shown('20'), drawn(16));
  const results = LibraryCheckResults.of({ items: before, resolution });
  const after = having(shown('20'), drawn(16, 20));
  const now = LibraryCheckResults.of(
    { items: after, resolution },
    { results, changed: changedItems(before, after) },
  );
  expect([said(results).length, said(now).length]).toEqual([1, 0]);
});
