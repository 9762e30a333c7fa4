import type { Item } from '@/core/document/item';
import { kindOf } from '@/core/kinds/registry';
import type { OpenLibrary } from './open-library';

/** Where an item is shown: its address, title and kind, whichever document it lives in. */
export interface Where {
  id: string;
  kind: Item['kind'];
  title: string;
  href: string;
  /** The product's name, for what stands in one. */
  inside?: string;
}

export function whereIs(library: OpenLibrary, id: string): Where | undefined {
  const held = library.reach().holder(id);
  if (!held) return undefined;
  const { item, document } = held;
  if (document.kind === 'product') {
    const product = library.snapshot.products.find((other) => other.id === document.id)!;
    const screen = item.kind === 'placement' ? document.items.get(item.screen) : item;
    const name = screen?.kind === 'screen' ? screen.title : '';
    const title = item.kind === 'placement' ? `${item.component.path} on ${name}` : name;
    const query = item.kind === 'placement' ? `?placement=${item.id}` : '';
    return { id, kind: item.kind, title, href: `/products/${product.slug}${query}`, inside: product.name };
  }
  return {
    id,
    kind: item.kind,
    title: library.tree.paths.get(id) ?? kindOf(item).title(item),
    href: hrefOf(library, item),
  };
}

/** The page of an item of the library: its token, or the page its kind has. */
function hrefOf(library: OpenLibrary, item: Item): string {
  const base = `/libraries/${library.snapshot.document.slug}`;
  const path = library.tree.paths.get(item.id);
  if (path !== undefined) return `${base}/tokens/${encodeURIComponent(path)}`;
  return `${base}/${kindOf(item).page(item) ?? 'tokens'}`;
}
