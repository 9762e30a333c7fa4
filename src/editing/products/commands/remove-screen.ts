import { removeItem } from '@/core/document/edits';
import { placementsOf } from '@/core/products/screen';
import { branchOf, noScreen, screenOf } from '@/editing/products/screens';
import type { Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Removes a screen with all that is placed on it. */
export function removeScreen(product: OpenProduct, { screen: id }: { screen: string }): Command {
  const screen = screenOf(product, id);
  if (!screen) return noScreen();
  const roots = placementsOf(product.own.items, id).filter(({ parent }) => parent === null);
  const placed = roots.flatMap((root) => branchOf(product, root));
  return {
    label: `Remove screen ${screen.title}`,
    edits: [...placed.reverse(), screen].map(removeItem),
  };
}
