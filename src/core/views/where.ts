import type { Item } from '../documents/items';
import { kindOf } from '../documents/kinds';
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

export function hrefOf(library: OpenLibrary, item: Item): string {
  const base = `/libraries/${library.snapshot.document.slug}`;
  if (item.kind === 'component') return `${base}/components/${item.name}`;
  if (item.kind === 'guide') return `${base}/guides/${item.name}`;
  const path = library.tree.paths.get(item.kind === 'pairing' ? (item.text.id ?? '') : item.id);
  return path === undefined ? `${base}/tokens` : `${base}/tokens/${encodeURIComponent(path)}`;
}
