import { listed } from '@/core/base/words';
import { isDrawnOtherwise, missingForHeld } from '@/core/library/held';
import { heldWith, type ScreenItem } from '@/core/products/items';
import { describeContexts, reviewUpgrade, type ReviewArea, type ReviewSide } from '@/core/products/review';
import { componentOf, placementsOf } from '@/core/products/screen';
import type { OpenProduct } from '@/editing/session/open-product';
import { heldIn } from './product-frame';
import { draw, type ScreenView } from './screen';

interface UpgradeView {
  library: string;
  from: string;
  to: string;
  notes: string;
  taken: boolean;
  canTake: boolean;
  /** Components that are placed and defined otherwise, or are held, and what stands against holding each, in words. */
  holdable: { id: string; name: string; at: string; isHeld: boolean; problem: string | null }[];
  screens: { id: string; title: string; before: ScreenView; after: ScreenView }[];
  areas: (Omit<ReviewArea, 'differences'> & {
    differences: {
      part: string;
      property: string;
      before: string | null;
      after: string | null;
      where: string;
    }[];
  })[];
}

/** The upgrade review: the product's own screens under the release it has and the one it could take. */
export function upgrade(
  product: OpenProduct,
  { library: slug, version, hold }: { library: string; version: string; hold?: string[] },
): UpgradeView | null {
  const after = product.release(slug, version);
  const library = product.snapshot.libraries.find((other) => other.slug === slug);
  const pin = product.pinTo(slug);
  if (!pin || !after || !library) return null;
  // Left out: those that are held now.
  const held = heldWith(pin, hold ?? Object.keys(pin.held));
  const now = (one: { id: string }) => product.main(one.id)!.state;
  const then = (one: { id: string }) => product.releaseHeld(slug, version, held, product.themeOf(one.id))!;
  const screens = product.screensOf(pin);
  // What could be held: what is placed and the release defines otherwise. Holding changes nothing about tokens.
  const names = new Map(heldIn(product, pin, slug).map(({ id, name }) => [id, name]));
  for (const placement of screens.flatMap(({ id }) => placementsOf(product.own.items, id))) {
    const { id, name } = componentOf(now({ id: placement.screen }).items, placement.component) ?? {};
    const [component] =
      id === undefined ? [] : product.heldComponents(slug, { [id]: pin.held[id] ?? pin.version });
    if (component && isDrawnOtherwise(after.items, component)) names.set(component.id, name!);
  }
  return {
    library: library.name,
    from: pin.version,
    to: version,
    notes: [library.pinned, ...library.newer].find((release) => release.version === version)?.notes ?? '',
    taken: pin.version === version,
    canTake: product.canEdit,
    // What a library releases changes nothing on screens that are drawn with another.
    ...reviewOf(product, screens, now, then),
    holdable: [...names]
      .map(([id, name]) => {
        const at = pin.held[id] ?? pin.version;
        const [component] = product.heldComponents(slug, { [id]: at });
        const missing = component ? missingForHeld(after.items, component) : [];
        const problem = missing.length > 0 ? `It names ${listed(missing)}, which ${library.name} ${version} does not have` : null; // prettier-ignore
        return { id, name, at, isHeld: id in held, problem };
      })
      .sort((a, b) => a.name.localeCompare(b.name)),
  };
}

export type Compared = Pick<UpgradeView, 'screens' | 'areas'>;

/** Screens as they are and as they would be, with what differs. */
export function reviewOf(
  product: OpenProduct,
  of: readonly ScreenItem[],
  before: (screen: ScreenItem) => ReviewSide,
  after: (screen: ScreenItem) => ReviewSide,
): Compared {
  return {
    screens: of.map((item) => ({
      id: item.id,
      title: item.title,
      before: draw(product, item, before(item)),
      after: draw(product, item, after(item)),
    })),
    areas: reviewUpgrade(product.own.items, before, after, [...of]).map((area) => ({
      ...area,
      differences: area.differences.map((one) => ({
        part: one.part,
        property: one.property,
        before: one.before,
        after: one.after,
        where: `${one.states.length > 0 ? `${one.states.join(', ')}; ` : ''}${describeContexts(one.contexts)}`,
      })),
    })),
  };
}
