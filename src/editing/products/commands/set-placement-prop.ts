import { setField } from '@/core/document/edits';
import type { OpenProduct } from '@/editing/session/open-product';
import { refuse, type Command } from '@/editing/session/command';

export function setPlacementProp(
  product: OpenProduct,
  { placement: id, prop, value }: { placement: string; prop: string; value: string },
): Command {
  const placement = product.own.items.get(id);
  if (placement?.kind !== 'placement') return refuse('The placement is no longer there', 'Reload the screen');
  return {
    label: `Set ${prop} of ${placement.component.path}`,
    edits: [setField(placement, `props/${prop}`, value === '' ? null : value)],
  };
}
