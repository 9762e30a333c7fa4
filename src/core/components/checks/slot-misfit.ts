import type { Finding } from '../../findings/finding';
import { ordered } from '../../document/item';
import { slotProblem } from '../nested';
import type { ComponentCheck } from './check';

/** Pieces that stand in slots which do not take them (any more). */
export const slotMisfit: ComponentCheck = {
  titles: {
    'slot-misfit': 'Slot content not accepted',
  },
  run: ({ component, items }) =>
    ordered(component.props).flatMap((prop): Finding[] => {
      const found = prop.holds && slotProblem(component, prop, prop.holds, items);
      return found
        ? [
            {
              code: 'slot-misfit',
              level: 'error',
              path: `${component.name}: ${prop.name}`,
              message: `${component.name}: ${found.problem}`,
              fix: found.fix,
            },
          ]
        : [];
    }),
};
