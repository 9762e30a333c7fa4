import { slotNames, templateOf } from '@/core/components/template';
import { ordersAfter } from '@/core/document/order';
import { byOrder, itemsOf } from '@/core/document/item';
import { SCREEN_WIDTH, type PlacementItem, type ScreenItem } from '@/core/products/items';
import { componentOf, placementsOf, screensOf } from '@/core/products/screen';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

export const screenOf = (product: OpenProduct, id: string): ScreenItem | undefined =>
  screensOf(product.own.items).find((screen) => screen.id === id);

export const placementOf = (product: OpenProduct, id: string): PlacementItem | undefined =>
  itemsOf(product.own.items, 'placement').find((placement) => placement.id === id);

export const noScreen = (): Command => refuse('The screen is no longer there', 'Reload the page');
export const noPlacement = (): Command => refuse('The placement is no longer there', 'Reload the page');

/** What stands against a screen's title and width; undefined where nothing does. `but`: the screen itself. */
export function screenProblem(
  product: OpenProduct,
  { title, width }: { title: string; width: number },
  but?: string,
): Command | undefined {
  if (title.trim() === '') return refuse('A screen needs a title', 'Enter one', 'title');
  if (title.length > 200) return refuse('The title is longer than 200 characters', 'Shorten it', 'title');
  if (screensOf(product.own.items).some((other) => other.id !== but && other.title === title.trim()))
    return refuse(`There is a screen called ${title.trim()} already`, 'Enter another title', 'title');
  const { least, most } = SCREEN_WIDTH;
  if (!(width >= least && width <= most))
    return refuse(
      `A width of ${width} px is out of range`,
      `Choose one from ${least} to ${most} px`,
      'width',
    );
  return undefined;
}

/** Which pin a screen names: none for the first, which screens have that name none. */
export type PinChosen = { pin: string | undefined } | { refused: Command };

/** Which pin a screen names that is to be drawn with a library. */
export function pinForScreen(product: OpenProduct, slug: string): PinChosen {
  const pin = product.pinTo(slug);
  if (!pin)
    return { refused: refuse('The product is not pinned to this library', 'Choose one of its libraries', 'library') };
  return { pin: pin.id === product.pins[0]?.id ? undefined : pin.id };
} // prettier-ignore

/** A name that no other screen has, made of a title. */
export function screenName(product: OpenProduct, title: string): string {
  const stem =
    title
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+|-+$/g, '') || 'screen';
  const names = new Set(screensOf(product.own.items).map((screen) => screen.name));
  for (let n = 1; ; n++) {
    const name = n === 1 ? stem : `${stem}-${n}`;
    if (!names.has(name)) return name;
  }
}

export const behindAllScreens = (product: OpenProduct): string =>
  ordersAfter(screensOf(product.own.items).at(-1)?.order ?? null, 1)[0]!;

/** What stands beside a placement, itself among it: at the same place of the same screen. */
export const siblingsOf = (
  product: OpenProduct,
  { screen, parent, slot }: Pick<PlacementItem, 'screen' | 'parent' | 'slot'>,
): PlacementItem[] =>
  placementsOf(product.own.items, screen).filter((other) => other.parent === parent && other.slot === slot);

/** A slot of a placement, of those that its component has. */
export interface SlotPlace {
  placement: string;
  slot: string;
}

/** The placement that has a slot on a screen, or why there is none. */
export function holderOf(
  product: OpenProduct,
  screen: string,
  { placement, slot }: SlotPlace,
): { holder: PlacementItem } | { refused: Command } {
  const holder = placementOf(product, placement);
  if (!holder || holder.screen !== screen) return { refused: noPlacement() };
  const outer = componentOf(product.main(screen)?.state.items ?? new Map(), holder.component);
  return outer && slotNames(templateOf(outer.template).root).includes(slot)
    ? { holder }
    : { refused: refuse(`${holder.component.path} has no slot ${slot}`, 'Choose one from the list', 'into') };
}

/** A placement with all that stands in it, whoever holds before what is held. */
export function branchOf(product: OpenProduct, placement: PlacementItem): PlacementItem[] {
  const all = placementsOf(product.own.items, placement.screen);
  const found = [placement];
  for (const holder of found) found.push(...all.filter((other) => other.parent === holder.id).sort(byOrder));
  return found;
}
