import { setField } from '@/core/document/edits';
import type { PinItem } from '@/core/products/items';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

const SAID: Record<PinItem['policy'], string> = {
  ask: 'Ask before each upgrade',
  patches: 'Take patches',
  minors: 'Take patches and minor releases',
};

/** Which later releases of a library the product takes without being asked; what is out already is left for review. */
export function setPinPolicy(
  product: OpenProduct,
  { library: slug, policy }: { library: string; policy: PinItem['policy'] },
): Command {
  const pin = product.pinTo(slug);
  if (!pin) return refuse('The product is no longer pinned to this library', 'Reload the page');
  if (pin.policy === policy) return refuse('Nothing would change', 'Choose another way');
  return { label: `${SAID[policy]} of ${pin.library.path}`, edits: [setField(pin, 'policy', policy)] };
}
