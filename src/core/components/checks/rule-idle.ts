import type { Finding } from '../../findings/finding';
import { conditionsText } from '../condition';
import type { ComponentCheck } from './check';

/** Rules that never hold, or hold and always lose. */
export const ruleIdle: ComponentCheck = {
  titles: {
    'rule-idle': 'Rule without effect',
  },
  run({ component, summary }) {
    const { never, overruled } = summary().counts;
    const finding = (id: string, what: string, fix: string): Finding[] => {
      const rule = component.entries[id];
      if (rule?.kind !== 'rule') return [];
      const when = conditionsText(rule.when) || 'always';
      return [
        {
          code: 'rule-idle',
          level: 'note',
          path: `${component.name}: ${rule.part} when ${when}`,
          message: `${component.name}: the rule on ${rule.part} when ${when} ${what}`,
          fix,
        },
      ];
    };
    // Of a sample one cannot say that a rule holds nowhere.
    if (summary().sampled) return [];
    return [
      ...never.flatMap((id) => finding(id, 'never applies', 'Correct its conditions, or remove it')),
      ...overruled.flatMap((id) =>
        finding(id, 'is always overridden', 'Remove it, or remove the rule that overrides it'),
      ),
    ];
  },
};
