import { moveEntry, setField } from '@/core/document/edits';
import { placeAmong } from '@/core/document/order';
import {
  branchOf,
  holderOf,
  noPlacement,
  placementOf,
  siblingsOf,
  type SlotPlace,
} from '@/editing/products/screens';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/**
 * Moves a placement among those beside it, or among those of another place: a slot, or the screen itself (null). `to` counts
 * from 0.
 */
export function movePlacement(
  product: OpenProduct,
  { placement: id, to, into }: { placement: string; to: number; into?: SlotPlace | null },
): Command {
  const placement = placementOf(product, id);
  if (!placement) return noPlacement();
  const held = into && holderOf(product, placement.screen, into);
  if (held && 'refused' in held) return held.refused;
  if (into && branchOf(product, placement).some((one) => one.id === into.placement))
    return refuse(`${placement.component.path} cannot stand in itself`, 'Choose another place', 'into');
  const place =
    into === undefined ? placement : { parent: into?.placement ?? null, slot: into?.slot ?? null };
  const siblings = siblingsOf(product, {
    screen: placement.screen,
    parent: place.parent,
    slot: place.slot,
  });
  const others = siblings.filter((other) => other.id !== id);
  const at = Math.min(Math.max(0, to), others.length);
  const stays = place.parent === placement.parent && place.slot === placement.slot;
  if (stays && siblings[at]?.id === id) return refuse('Nothing would change', 'Choose another place');
  const { order, moved } = placeAmong(
    others.map((other) => other.order),
    at,
  );
  return {
    label: `Move ${placement.component.path}`,
    edits: [
      ...(place.parent === placement.parent ? [] : [setField(placement, 'parent', place.parent)]),
      ...(place.slot === placement.slot ? [] : [setField(placement, 'slot', place.slot)]),
      ...(order === placement.order ? [] : [moveEntry(placement, '', order)]),
      ...[...moved].map(([index, key]) => moveEntry(others[index]!, '', key)),
    ],
  };
}
