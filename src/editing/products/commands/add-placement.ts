import { addItem } from '@/core/document/edits';
import { itemsOf } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import type { PlacementItem } from '@/core/products/items';
import { holderOf, noScreen, screenOf, siblingsOf, type SlotPlace } from '@/editing/products/screens';
import { refuse, type Command, type NewId } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Places a component of the pinned release on a screen, behind what is there; `into`: in a slot of another placement. */
export function addPlacement(
  product: OpenProduct,
  { screen: id, component: name, into }: { screen: string; component: string; into?: SlotPlace },
  newId: NewId,
): Command {
  const screen = screenOf(product, id);
  if (!screen) return noScreen();
  const release = product.main(id)?.state.items;
  const component = release && itemsOf(release, 'component').find((other) => other.name === name);
  if (!component)
    return refuse(`The pinned release has no component ${name}`, 'Choose one from the list', 'component');
  const held = into && holderOf(product, id, into);
  if (held && 'refused' in held) return held.refused;
  const place = { screen: id, parent: into?.placement ?? null, slot: into?.slot ?? null };
  const placement: PlacementItem = {
    id: newId('placement'),
    kind: 'placement',
    ...place,
    component: { id: component.id, path: component.name },
    props: {},
    overrides: {},
    order: ordersAfter(siblingsOf(product, place).at(-1)?.order ?? null, 1)[0]!,
  };
  return { label: `Place ${component.name} on ${screen.title}`, edits: [addItem(placement)] };
}
