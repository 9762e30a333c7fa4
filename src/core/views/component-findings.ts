import type { Finding } from '../checks/finding';
import { driftOf } from '../components/drift';
import { slotProblem } from '../components/nested';
import { brokenGuards } from '../components/guards';
import { itemsOf, ordered, type ComponentItem, type Items } from '../documents/items';
import type { OpenLibrary } from './open-library';

/** What there is to say of components: guards that the draft breaks, code that has drifted, pieces that do not fit. */
export function componentFindings(library: OpenLibrary): Finding[] {
  return itemsOf(library.items, 'component').flatMap((component) => [
    ...brokenGuards(component, library.items, library.resolution),
    ...driftOf(component),
    ...slotFindings(component, library.items),
  ]);
}

/** Pieces that stand in slots which do not take them (any more). */
function slotFindings(component: ComponentItem, items: Items): Finding[] {
  return ordered(component.props).flatMap((prop): Finding[] => {
    const found = prop.holds && slotProblem(component, prop, prop.holds, items);
    return found
      ? [
          {
            code: 'slot',
            severity: 'error',
            path: component.name,
            message: `${component.name}: ${found.problem}`,
            fix: found.fix,
          },
        ]
      : [];
  });
}
