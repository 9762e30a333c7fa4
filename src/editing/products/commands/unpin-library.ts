import { counted } from '@/core/base/words';
import { removeItem } from '@/core/document/edits';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Takes a library away from a product. One that screens are drawn with stays: they would lose what is placed on them. */
export function unpinLibrary(product: OpenProduct, { library: slug }: { library: string }): Command {
  const pin = product.pinTo(slug);
  if (!pin) return refuse('The product is no longer pinned to this library', 'Reload the page');
  const [first, ...more] = product.screensOf(pin);
  if (first)
    return refuse(
      `${pin.library.path} cannot be removed: ${more.length === 0 ? `the screen ${first.title} is` : `${counted(more.length + 1, 'screen')} are`} drawn with it`,
      `Remove ${more.length === 0 ? 'that screen' : 'those screens'}, or choose another library for ${more.length === 0 ? 'it' : 'each'}, first`,
    );
  return { label: `Remove ${pin.library.path} ${pin.version}`, edits: [removeItem(pin)] };
}
