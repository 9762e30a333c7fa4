import type { Check } from './check';
import type { Finding } from '../../findings/finding';

/** A token that exists in one context of an axis and not in another, and has no value outside that axis. */
export const contextMissing: Check = {
  code: 'context-missing',
  title: 'No value in a context',
  of({ resolution }, token, path) {
    const findings: Finding[] = [];
    const candidates = resolution.index.candidates[token]!;
    for (const axis of resolution.system.axes) {
      if (candidates.length === 0 || candidates.some(({ when }) => when[axis.name] === undefined)) continue;
      const said = new Set(candidates.map(({ when }) => when[axis.name]));
      for (const context of axis.contexts) {
        if (said.has(context)) continue;
        findings.push({
          code: 'context-missing',
          level: 'warning',
          path,
          message: `${path} has a value under ${axis.name} ${[...said].join(', ')} and none under ${axis.name} ${context}`,
          fix: `Set it under ${context}, or once for every ${axis.name}`,
          context: { [axis.name]: context },
        });
      }
    }
    return findings;
  },
};
