import { setField } from '@/core/document/edits';
import { noScreen, screenOf, screenProblem } from '@/editing/products/screens';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Gives a screen another title or width; its name, by which files know it, stays. */
export function changeScreen(
  product: OpenProduct,
  { screen: id, title, width }: { screen: string; title: string; width: number },
): Command {
  const screen = screenOf(product, id);
  if (!screen) return noScreen();
  const refused = screenProblem(product, { title, width }, id);
  if (refused) return refused;
  const edits = [
    ...(title.trim() === screen.title ? [] : [setField(screen, 'title', title.trim())]),
    ...(width === screen.width ? [] : [setField(screen, 'width', width)]),
  ];
  if (edits.length === 0) return refuse('Nothing would change', 'Enter another title or width');
  const renamed = title.trim() !== screen.title;
  return {
    label: renamed ? `Rename screen ${screen.title} to ${title.trim()}` : `Set the width of ${screen.title}`,
    edits,
  };
}
