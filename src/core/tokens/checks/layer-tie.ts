import { sameJson } from '../../base/json/json';
import { authoredValue } from '../references';
import { contextText, holds, type Context } from '../system';
import type { Check } from './check';
import type { Finding } from '../../findings/finding';

/** Two value layers with equally many conditions that can match together and disagree: the later wins. */
export const layerTie: Check = {
  code: 'layer-tie',
  title: 'Two layers set one value',
  of({ resolution }, token, path) {
    const findings: Finding[] = [];
    const compatible = (a: Context, b: Context) =>
      Object.entries(a).every(([axis, name]) => b[axis] === undefined || b[axis] === name);
    const sameConditions = (a: Context, b: Context) =>
      Object.keys(a).length === Object.keys(b).length && holds(a, b);
    const candidates = resolution.index.candidates[token]!.filter(({ when }) => Object.keys(when).length > 0);
    for (let i = 0; i < candidates.length; i++) {
      for (let j = i + 1; j < candidates.length; j++) {
        const [a, b] = [candidates[i]!, candidates[j]!];
        if (
          Object.keys(a.when).length !== Object.keys(b.when).length ||
          sameConditions(a.when, b.when) ||
          !compatible(a.when, b.when)
        )
          continue;
        const both = { ...a.when, ...b.when };
        if (candidates.slice(j + 1).some(({ when }) => sameConditions(when, both))) continue;
        if (sameJson(authoredValue(a.declaration.object)!, authoredValue(b.declaration.object)!)) continue;
        findings.push({
          code: 'layer-tie',
          level: 'warning',
          path,
          message: `${path} is set under ${contextText(a.when)} and under ${contextText(b.when)}, which can hold together; the later, ${contextText(b.when)}, wins`,
          fix: `Set it under both together to say which is meant`,
          context: both,
        });
      }
    }
    return findings;
  },
};
