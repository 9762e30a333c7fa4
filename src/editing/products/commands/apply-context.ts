import { setField } from '@/core/document/edits';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Which brand, scheme or other context a product's screens have where nobody asks for another; the axis' default is no choice. */
export function applyContext(
  product: OpenProduct,
  { axis: name, context }: { axis: string; context: string },
): Command {
  const [pin] = product.pins;
  if (!pin || !product.main())
    return refuse('The product is pinned to no release', 'Pin it to a release first');
  const axis = product.ownAxes().find((one) => one.name === name);
  if (!axis?.contexts.includes(context))
    return refuse(`The pinned release has no ${name} ${context}`, 'Choose one from the list');
  const chosen = new Map(Object.entries(pin.contexts ?? {}));
  const standard = axis.default;
  if (context === (chosen.get(name) ?? standard))
    return refuse('Nothing would change', `Choose another ${name}`);
  if (context === standard) chosen.delete(name);
  else chosen.set(name, context);
  return {
    label: `Apply ${name} ${context}`,
    edits: [setField(pin, 'contexts', chosen.size > 0 ? Object.fromEntries(chosen) : null)],
  };
}
