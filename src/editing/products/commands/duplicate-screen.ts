import { addItem, moveEntry } from '@/core/document/edits';
import { placeAmong } from '@/core/document/order';
import { placementsOf, screensOf } from '@/core/products/screen';
import { branchOf, noScreen, screenName, screenOf } from '@/editing/products/screens';
import type { Command, NewId } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Copies a screen with all that is placed on it, right behind it. */
export function duplicateScreen(
  product: OpenProduct,
  { screen: id }: { screen: string },
  newId: NewId,
): Command {
  const screen = screenOf(product, id);
  if (!screen) return noScreen();
  const all = screensOf(product.own.items);
  const titles = new Set(all.map((other) => other.title));
  let title = `${screen.title} copy`;
  for (let n = 2; titles.has(title); n++) title = `${screen.title} copy ${n}`;
  const { order, moved } = placeAmong(
    all.map((other) => other.order),
    all.indexOf(screen) + 1,
  );
  const copy = {
    ...screen,
    id: newId('screen'),
    name: screenName(product, title),
    title,
    order,
  };
  const roots = placementsOf(product.own.items, id).filter(({ parent }) => parent === null);
  const copies = new Map<string, string>();
  const placements = roots
    .flatMap((root) => branchOf(product, root))
    .map((placement) => {
      copies.set(placement.id, newId('placement'));
      return {
        ...placement,
        id: copies.get(placement.id)!,
        screen: copy.id,
        parent: placement.parent === null ? null : copies.get(placement.parent)!,
      };
    });
  return {
    label: `Duplicate screen ${screen.title}`,
    edits: [
      ...[...moved].map(([place, key]) => moveEntry(all[place]!, '', key)),
      addItem(copy),
      ...placements.map(addItem),
    ],
  };
}
