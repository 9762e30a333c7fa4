import type { Finding } from '../../findings/finding';
import { ordered } from '../../document/item';
import { conditionsText } from '../condition';
import { partAncestry, templateOf } from '../template';
import type { ComponentCheck } from './check';

/** Rules and guards on a part that the template has not: they say nothing. */
export const partMissing: ComponentCheck = {
  titles: {
    'part-missing': 'Rule for a missing part',
  },
  run({ component }) {
    const { root } = templateOf(component.template);
    if (!root) return [];
    const parts = partAncestry(root);
    const finding = (what: string, part: string): Finding => ({
      code: 'part-missing',
      level: 'error',
      path: `${component.name}: ${part}`,
      message: `${component.name}: ${what} is on the part ${part}, which the template has not`,
      fix: `Put it on one of ${[...parts.keys()].join(', ')}, or add part="${part}" to the template`,
    });
    return [
      ...ordered(component.entries).flatMap((entry) =>
        entry.kind === 'rule' && !parts.has(entry.part)
          ? [finding(`the rule ${conditionsText(entry.when) || 'always'}`, entry.part)]
          : [],
      ),
      ...ordered(component.guards).flatMap((guard) =>
        parts.has(guard.part) ? [] : [finding(`the guard on ${guard.property}`, guard.part)],
      ),
    ];
  },
};
