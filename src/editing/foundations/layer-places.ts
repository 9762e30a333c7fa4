import { byOrder, itemsOf } from '@/core/document/item';
import type { ContextLayer } from '@/core/tokens/items';
import type { OpenLibrary } from '@/editing/session/open-library';

/**
 * The layers among which one can be moved, in their order: those of as many contexts (a layer of fewer is weaker,
 * MODEL), made here: the place of one that was read is said by its resolver file. None where it stands alone.
 */
export function layerPlaces(library: OpenLibrary, layer: ContextLayer): ContextLayer[] {
  const read = new Set(itemsOf(library.own.items, 'resolver').flatMap(({ places }) => places.map(([, id]) => id)));
  const free = (one: ContextLayer) => one.when.length === layer.when.length && one.when.length > 0 && !read.has(one.id);
  const places = itemsOf(library.own.items, 'layer').filter(free).sort(byOrder);
  return places.length > 1 && places.some((one) => one.id === layer.id) ? places : [];
} // prettier-ignore
