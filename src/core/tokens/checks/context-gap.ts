import type { Check } from './check';
import type { Finding } from '../../findings/finding';

/** A token that another context of an axis overrides and this one leaves as it is by default: perhaps forgotten. */
export const contextGap: Check = {
  code: 'context-gap',
  title: 'Value left at its default in one context',
  of({ resolution }, token, path) {
    const findings: Finding[] = [];
    const candidates = resolution.index.candidates[token]!;
    for (const axis of resolution.system.axes) {
      if (candidates.every(({ when }) => when[axis.name] !== undefined)) continue;
      const said = new Set(candidates.map(({ when }) => when[axis.name]));
      const others = axis.contexts.filter((context) => context !== axis.default);
      const overridden = others.filter((context) => said.has(context));
      if (overridden.length === 0) continue;
      for (const context of others) {
        if (said.has(context)) continue;
        findings.push({
          code: 'context-gap',
          level: 'note',
          path,
          message: `${path} is set under ${axis.name} ${overridden.join(', ')}, and ${context} leaves it as it is`,
          fix: `Set it under ${context} too, or accept that it stays`,
          context: { [axis.name]: context },
        });
      }
    }
    return findings;
  },
};
