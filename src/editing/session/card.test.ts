import { documentOf } from '@/core/document/change-set';
import { itemsOf, type ItemOf } from '@/core/document/item';
import { demo, newId, opened } from '@/testing/library';
import { card } from './queries/card';

test('the card of a library that inherits shows first what it adds itself', () => {
  const keel = demo();
  const items = [...keel.items.values()];
  const above = opened(keel);
  const [badge] = itemsOf(keel.items, 'component').filter(({ name }) => name === 'badge');
  const scheme = itemsOf(keel.items, 'axis').find(({ name }) => name === 'scheme')!;
  const context: ItemOf<'context'> = { id: newId('context'), kind: 'context', axis: scheme.id, name: 'bridge', order: 'z' };
  const mine = { ...badge!, id: newId('component'), name: 'tab-button' };
  const child = opened(keel, documentOf('child', 'library', [context, mine]), { items: [context, mine], ancestors: [{ name: 'Keel', version: '1.0.0', items }] });
  const inherited = card(above);
  const own = card(child);
  expect(inherited.specimen!.names).toHaveLength(3);
  expect(inherited.lenses.map(({ label }) => label)).toEqual(['saltmarsh, light', 'gannet', 'dark']);
  expect(own.specimen!.names).toEqual(['tab-button', ...inherited.specimen!.names.slice(0, 2)]);
  expect(own.lenses).toEqual([inherited.lenses[0], { label: 'bridge', lens: { brand: 'saltmarsh', scheme: 'bridge' } }, inherited.lenses[1]]);
  // Of what is inherited as much is drawn as before.
  expect(own.ramps).toEqual(inherited.ramps);
  const grey = itemsOf(keel.items, 'token').find(({ name, id }) => name === '700' && above.tree.paths.get(id) === 'color.buoy.700')!;
  const changed = opened(keel, documentOf('child', 'library', [grey]), { items: [grey], ancestors: [{ name: 'Keel', version: '1.0.0', items }] });
  expect(card(changed).ramps.map(({ path }) => path)).toEqual(['color.buoy', ...inherited.ramps.map(({ path }) => path).filter((path) => path !== 'color.buoy')]);
}); // prettier-ignore
