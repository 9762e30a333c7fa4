import { counted } from '../../base/words';
import { ratioText } from '../../base/color/contrast';
import type { Finding } from '../../findings/finding';
import { ordered } from '../../document/item';
import { contextText } from '../../tokens/system';
import type { ComponentCheck } from './check';

/** Parts whose contrast is too low in some combination: the weakest of each, and in how many. */
export const combinationContrast: ComponentCheck = {
  titles: {
    'combination-contrast': 'Contrast too low in a combination',
  },
  run: ({ component, summary }) =>
    summary().weakest.map(({ check, combination, times }): Finding => {
      const choices = ordered(component.props).flatMap(({ name, kind }) =>
        kind === 'choice' ? [`${name} ${combination.props[name]}`] : [],
      );
      const where = [...choices, combination.states.join(' + ') || 'rest'].join(', ');
      const under = check.worst ? contextText(check.worst) : '';
      return {
        code: 'combination-contrast',
        level: 'error',
        path: `${component.name}: ${check.kind} of ${check.part}`,
        message:
          `${component.name}: ${check.kind === 'border' ? 'the border' : check.kind} of ${check.part} has a contrast of ` +
          `${ratioText(check.ratio!)} where ${check.needs} is needed, with ${where}${under ? `, under ${under}` : ''}` +
          (times > 1
            ? `, and is too low in ${counted(times - 1, 'more combination', 'more combinations')}`
            : ''),
        fix: 'Open its failing combinations in the matrix, and bind another token there',
        ...(check.worst && { context: check.worst }),
      };
    }),
};
