import { listed } from '@/core/base/words';
import { setField } from '@/core/document/edits';
import { componentOf, placementsOf } from '@/core/products/screen';
import { noScreen, pinForScreen, screenOf, screenProblem } from '@/editing/products/screens';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Gives a screen another title, width or library to be drawn with; its name, by which files know it, stays. */
export function changeScreen(
  product: OpenProduct,
  { screen: id, title, width, library }: { screen: string; title: string; width: number; library?: string },
): Command {
  const screen = screenOf(product, id);
  if (!screen) return noScreen();
  const refused = screenProblem(product, { title, width }, id);
  if (refused) return refused;
  const drawn = library === undefined ? { pin: screen.pin } : pinForScreen(product, library);
  if ('refused' in drawn) return drawn.refused;
  // What is placed has to be there in the other library too, as it is where one inherits from the other.
  const items = library !== undefined && drawn.pin !== screen.pin && product.pinned(product.pinTo(library)!)?.state.items; // prettier-ignore
  const missing = items ? placementsOf(product.own.items, id).filter(({ component }) => !componentOf(items, component)) : []; // prettier-ignore
  if (missing.length > 0)
    return refuse(
      `The screen holds ${listed([...new Set(missing.map(({ component }) => component.path))])}, which ${product.pinTo(library!)!.library.path} does not have`,
      'Remove that from the screen first, or choose another library',
      'library',
    );
  const edits = [
    ...(title.trim() === screen.title ? [] : [setField(screen, 'title', title.trim())]),
    ...(width === screen.width ? [] : [setField(screen, 'width', width)]),
    ...(drawn.pin === screen.pin ? [] : [setField(screen, 'pin', drawn.pin ?? null)]),
  ];
  if (edits.length === 0) return refuse('Nothing would change', 'Enter another title or width');
  const renamed = title.trim() !== screen.title;
  return {
    label: renamed
      ? `Rename screen ${screen.title} to ${title.trim()}`
      : drawn.pin === screen.pin
        ? `Set the width of ${screen.title}`
        : `Choose another library for ${screen.title}`,
    edits,
  };
}
