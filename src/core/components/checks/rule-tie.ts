import type { Finding } from '../../findings/finding';
import { conditionsText } from '../condition';
import type { ComponentCheck } from './check';

/** Rules of equal strength that hold together and disagree: the later wins, and perhaps by chance. */
export const ruleTie: ComponentCheck = {
  titles: {
    'rule-tie': 'Equally specific rules conflict',
  },
  run({ component, summary }) {
    const words = (id: string) => {
      const rule = component.entries[id];
      return (rule?.kind === 'rule' && conditionsText(rule.when)) || 'always';
    };
    return summary().counts.ties.map(({ first, second, part, property }): Finding => ({
      code: 'rule-tie',
      level: 'note',
      path: `${component.name}: ${property} of ${part} when ${words(first)} and when ${words(second)}`,
      message:
        `${component.name}: ${property} of ${part} is set by two equally specific rules, when ${words(first)} and when ` +
        `${words(second)}; where both apply, the later one wins`,
      fix: 'Add a rule for both together, or give one of them a further condition',
    }));
  },
};
