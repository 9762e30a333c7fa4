import { removeItem } from '@/core/document/edits';
import { branchOf, noPlacement, placementOf } from '@/editing/products/screens';
import type { Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Removes a placement with all that stands in its slots. */
export function removePlacement(product: OpenProduct, { placement: id }: { placement: string }): Command {
  const placement = placementOf(product, id);
  if (!placement) return noPlacement();
  return {
    label: `Remove ${placement.component.path}`,
    edits: branchOf(product, placement).reverse().map(removeItem),
  };
}
