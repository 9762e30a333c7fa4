import { addItem } from '@/core/document/edits';
import type { ScreenItem } from '@/core/products/items';
import { behindAllScreens, screenName, screenProblem } from '@/editing/products/screens';
import type { Command, NewId } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Adds an empty screen behind all others. */
export function addScreen(
  product: OpenProduct,
  { title, width }: { title: string; width: number },
  newId: NewId,
): Command {
  const refused = screenProblem(product, { title, width });
  if (refused) return refused;
  const screen: ScreenItem = {
    id: newId('screen'),
    kind: 'screen',
    name: screenName(product, title),
    title: title.trim(),
    width,
    order: behindAllScreens(product),
  };
  return { label: `Add screen ${screen.title}`, edits: [addItem(screen)] };
}
