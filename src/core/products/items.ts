import type { StyleValue } from '../components/definition';
import type { Context } from '../tokens/system';
import { itemsOf, type ItemBase, type Items, type OrderedItem, type Reference } from '../document/item';

declare module '../document/item' {
  interface ItemTypes {
    pin: PinItem;
    screen: ScreenItem;
    placement: PlacementItem;
    goal: GoalItem;
  }
}

/** What a product is made of. */

export interface PinItem extends ItemBase {
  kind: 'pin';
  library: Reference;
  version: string;
  /** Where it stands among the others; left out: before those that say. */
  order?: string;
  policy: 'ask' | 'patches' | 'minors';
  /** Component id to the version it is held at. */
  held: Record<string, string>;
  /** The theme that components have on its screens which follow one; left out: the one each follows. */
  theme?: Reference;
  /** What screens are drawn under where nobody asks for another context, said by the first pin; an axis left out: its default. */
  contexts?: Context;
}
/** The pins of a product, in an order that does not depend on how they are stored: screens that name none are drawn with the first. */
export const pinsIn = (product: Items): PinItem[] =>
  itemsOf(product, 'pin').sort((a, b) => {
    const [one, other] = [a.order ?? '', b.order ?? ''];
    return one < other ? -1 : one > other ? 1 : a.id < b.id ? -1 : 1;
  });

/** What a pin holds once these components are held: each where it is held already, or else at the release there is now. */
export const heldWith = (pin: PinItem, components: readonly string[]): Record<string, string> =>
  Object.fromEntries(components.map((id) => [id, pin.held[id] ?? pin.version]));

/** CSS pixels between which a screen may be wide. */
export const SCREEN_WIDTH = { least: 100, most: 10_000 } as const;

export interface ScreenItem extends OrderedItem {
  kind: 'screen';
  name: string;
  title: string;
  /** CSS pixels. */
  width: number;
  /** Whose library it is drawn with, by id; left out: the first. */
  pin?: string;
  /** In place of the theme of the pin. */
  theme?: Reference;
}
export interface PlacementItem extends OrderedItem {
  kind: 'placement';
  screen: string;
  /** The placement whose slot this one stands in. */
  parent: string | null;
  slot: string | null;
  component: Reference;
  props: Record<string, string>;
  /** What its texts and slots are filled with, as `readContents` reads them; left out: what the props and slots say. */
  contents?: string;
  overrides: Record<string, { part: string; property: string; value: StyleValue }>;
}
interface GoalItem extends OrderedItem {
  kind: 'goal';
  name: string;
  target: number;
}
