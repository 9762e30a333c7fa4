import { moveEntry } from '@/core/document/edits';
import { placeAmong } from '@/core/document/order';
import { noPlacement, placementOf, siblingsOf } from '@/editing/products/screens';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Moves a placement to another place among those beside it: `to` counts from 0. */
export function movePlacement(
  product: OpenProduct,
  { placement: id, to }: { placement: string; to: number },
): Command {
  const placement = placementOf(product, id);
  if (!placement) return noPlacement();
  const siblings = siblingsOf(product, placement);
  const others = siblings.filter((other) => other.id !== id);
  const at = Math.min(Math.max(0, to), others.length);
  if (siblings[at]?.id === id) return refuse('Nothing would change', 'Choose another place');
  const { order, moved } = placeAmong(
    others.map((other) => other.order),
    at,
  );
  return {
    label: `Move ${placement.component.path}`,
    edits: [
      moveEntry(placement, '', order),
      ...[...moved].map(([place, key]) => moveEntry(others[place]!, '', key)),
    ],
  };
}
