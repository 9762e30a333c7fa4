import { named } from '@/core/components/compose';
import type { ScreenItem } from '@/core/products/items';
import type { OpenProduct } from '@/editing/session/open-product';
import { reviewOf, type Compared } from './upgrade';

/** What another theme would change on one screen, or on all drawn with a library that have none of their own. Null: what each component follows. */
export function themeReview(
  product: OpenProduct,
  { theme: name, screen: id, library }: { theme: string | null; screen: string | null; library?: string },
): Compared | null {
  const pin = library === undefined ? product.pinOf(id ?? undefined) : product.pinTo(library);
  const main = pin && product.pinned(pin);
  if (!main) return null;
  const theme = name === null ? undefined : named(main.state.items, 'theme', { path: name });
  const chosen = theme && { id: theme.id, path: theme.name };
  const pinned = pin.theme;
  const after = (one: ScreenItem) =>
    product.release(
      main.slug,
      main.version,
      id === null ? (one.theme ?? chosen) : one.id === id ? (chosen ?? pinned) : product.themeOf(one.id),
    )!;
  const { screens, areas } = reviewOf(product, product.screensOf(pin), (one) => product.main(one.id)!.state, after); // prettier-ignore
  const concerned = new Set(areas.map(({ screen: changed }) => changed));
  return { screens: screens.filter((one) => concerned.has(one.id)), areas };
}
