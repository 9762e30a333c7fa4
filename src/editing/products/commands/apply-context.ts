import { setField } from '@/core/document/edits';
import { itemsOf } from '@/core/document/item';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Which brand, scheme or other context a product's screens have where nobody asks for another; the axis' default is no choice. */
export function applyContext(
  product: OpenProduct,
  { axis: name, context }: { axis: string; context: string },
): Command {
  const system = product.main()?.state.resolution.system;
  const [pin] = itemsOf(product.own.items, 'pin');
  if (!system || !pin) return refuse('The product is pinned to no release', 'Pin it to a release first');
  const axis = system.axes.find((one) => one.name === name);
  if (!axis?.contexts.includes(context))
    return refuse(`The pinned release has no ${name} ${context}`, 'Choose one from the list');
  const chosen = new Map(Object.entries(pin.contexts ?? {}));
  const standard = axis.default ?? axis.contexts[0];
  if (context === (chosen.get(name) ?? standard))
    return refuse('Nothing would change', `Choose another ${name}`);
  if (context === standard) chosen.delete(name);
  else chosen.set(name, context);
  return {
    label: `Apply ${name} ${context}`,
    edits: [setField(pin, 'contexts', chosen.size > 0 ? Object.fromEntries(chosen) : null)],
  };
}
