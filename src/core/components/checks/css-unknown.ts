import { ordered } from '../../document/item';
import type { Finding } from '../../findings/finding';
import { conditionsText } from '../condition';
import { cssProblem } from '../css-problem';
import { withTokenValues } from '../style';
import { placeText, type ComponentCheck } from './check';

/** Declarations that a browser leaves out: a property there is not, or a value it does not take. */
export const cssUnknown: ComponentCheck = {
  titles: {
    'property-unknown': 'Property that CSS does not know',
    'value-unknown': 'Value that CSS does not know',
  },
  run({ component, authored, items, resolution }) {
    return ordered(authored.entries).flatMap((entry) =>
      entry.kind === 'kept'
        ? []
        : entry.declarations.flatMap(([property, value]): Finding[] => {
            if (!('raw' in value)) return [];
            const wrong = cssProblem(property, withTokenValues(value.raw, items, resolution, 0));
            if (!wrong) return [];
            const place = placeText(component, property, entry.part, conditionsText(entry.when));
            return [
              {
                code: `${wrong.of}-unknown`,
                level: 'warning',
                path: place,
                message: `${place}: ${wrong.problem}`,
                fix: wrong.fix,
                at: { pointer: `/entries/${entry.id}/${property}` },
              },
            ];
          }),
    );
  },
};
