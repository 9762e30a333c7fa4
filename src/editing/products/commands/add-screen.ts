import { addItem } from '@/core/document/edits';
import type { ScreenItem } from '@/core/products/items';
import {
  behindAllScreens,
  pinForScreen,
  type PinChosen,
  screenName,
  screenProblem,
} from '@/editing/products/screens';
import type { Command, NewId } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Adds an empty screen behind all others; `library`: the one it is drawn with, in place of the first. */
export function addScreen(
  product: OpenProduct,
  { title, width, library }: { title: string; width: number; library?: string },
  newId: NewId,
): Command {
  const refused = screenProblem(product, { title, width });
  if (refused) return refused;
  const drawn: PinChosen = library === undefined ? { pin: undefined } : pinForScreen(product, library);
  if ('refused' in drawn) return drawn.refused;
  const screen: ScreenItem = {
    id: newId('screen'),
    kind: 'screen',
    name: screenName(product, title),
    title: title.trim(),
    width,
    ...(drawn.pin !== undefined && { pin: drawn.pin }),
    order: behindAllScreens(product),
  };
  return { label: `Add screen ${screen.title}`, edits: [addItem(screen)] };
}
