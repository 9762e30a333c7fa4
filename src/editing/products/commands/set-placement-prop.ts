import { setField } from '@/core/document/edits';
import { noPlacement, placementOf } from '@/editing/products/screens';
import type { OpenProduct } from '@/editing/session/open-product';
import type { Command } from '@/editing/session/command';

/** Sets a prop of a placement; null: back to the default of the component. A flag that is not set is `false`. */
export function setPlacementProp(
  product: OpenProduct,
  { placement: id, prop, value }: { placement: string; prop: string; value: string | null },
): Command {
  const placement = placementOf(product, id);
  if (!placement) return noPlacement();
  return {
    label: `Set ${prop} of ${placement.component.path}`,
    edits: [setField(placement, `props/${prop}`, value)],
  };
}
