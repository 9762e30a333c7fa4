import { componentOf, placementsOf, screensOf } from '@/core/products/screen';
import { contextWall, type ContextWall, type WallAsked } from '@/editing/foundations/context-wall';
import type { OpenProduct } from '@/editing/session/open-product';
import { screen as screenView } from './screen';

interface ProductBrandsView extends ContextWall {
  screen: { id: string; title: string; width: number };
  css: string;
  /** The context of the rows' axis that its screens have where nobody asks for another. */
  applied: string;
}

/** A screen of a product under every brand, by scheme or another axis, and what each brand leaves as it is by default. */
export function productBrands(
  product: OpenProduct,
  { id, ...asked }: WallAsked & { id?: string },
): ProductBrandsView | null {
  const all = screensOf(product.own.items);
  const found = all.find((one) => one.id === id) ?? all[0];
  const view = found && screenView(product, { id: found.id });
  const main = found && product.main(found.id);
  if (!view || !main) return null;
  const { items, resolution } = main.state;
  const components = placementsOf(product.own.items, found.id).flatMap(
    ({ component }) => componentOf(items, component) ?? [],
  );
  const wall = contextWall(
    {
      items,
      resolution,
      components: [...new Set(components)],
      draw: () => ({ html: view.html, backdrop: 'var(--color-surface-page, #fff)' }),
    },
    asked,
  );
  return (
    wall && {
      ...wall,
      screen: { id: found.id, title: view.title, width: view.width },
      css: view.css,
      applied: product.axes().find(({ name }) => name === wall.rows)!.default,
    }
  );
}
