import { deprecationOf } from '../tier';
import { replacementOf } from '../fix-intents';
import type { Check } from './check';
import type { Finding } from '../../findings/finding';

export const deprecatedUse: Check = {
  code: 'deprecated-use',
  title: 'Deprecated token in use',
  of({ resolution }, token, path) {
    const findings: Finding[] = [];
    if (resolution.index.dependencies(token).length === 0 || deprecationOf(resolution, path) !== undefined)
      return findings;
    for (const other of resolution.index.dependencies(token)) {
      const target = resolution.paths[other]!;
      const reason = deprecationOf(resolution, target);
      if (reason === undefined) continue;
      findings.push({
        code: 'deprecated-use',
        level: 'warning',
        path,
        related: [target],
        message: `${path} refers to ${target}, which is deprecated${typeof reason === 'string' ? `: ${reason.replace(/\.$/, '')}` : ''}`,
        fix: 'Refer to its replacement',
      });
    }
    return findings;
  },
  fix(ground, { path, related }) {
    const from = related?.[0];
    const to = from === undefined ? undefined : replacementOf(ground, from);
    if (!ground.ownToken(path) || to === undefined || to === path) return undefined;
    if (ground.resolution.chain(to, 0).includes(path!)) return undefined;
    return { label: `${path} refers to ${to}`, intent: 'refer', path: path!, to, from };
  },
};
