import { addItem } from '@/core/document/edits';
import { ordersAfter } from '@/core/document/order';
import type { PinItem } from '@/core/products/items';
import { refuse, type Command, type NewId } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Pins the product to a release of one more library, whose components can be placed on screens drawn with it. */
export function pinLibrary(
  product: OpenProduct,
  { library, version }: { library: { id: string; name: string }; version: string },
  newId: NewId,
): Command {
  if (product.pins.some((pin) => pin.library.id === library.id))
    return refuse(`The product is pinned to ${library.name} already`, 'Choose another library', 'library');
  const pin: PinItem = {
    id: newId('pin'),
    kind: 'pin',
    library: { id: library.id, path: library.name },
    version,
    order: ordersAfter(product.pins.at(-1)?.order ?? null, 1)[0]!,
    policy: 'ask',
    held: {},
  };
  return { label: `Pin to ${library.name} ${version}`, edits: [addItem(pin)] };
}
