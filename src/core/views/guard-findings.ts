import type { Finding } from '../checks/finding';
import { brokenGuards } from '../components/guards';
import { itemsOf } from '../documents/items';
import type { OpenLibrary } from './open-library';

/** Guards that the draft breaks, over all components. */
export function runGuards(library: OpenLibrary): Finding[] {
  return itemsOf(library.items, 'component').flatMap((component) =>
    brokenGuards(component, library.items, library.resolution),
  );
}
