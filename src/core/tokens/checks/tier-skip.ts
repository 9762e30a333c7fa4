import { tierOf } from '../tier';
import type { Check } from './check';

/** A component token that refers to a primitive, past the purposes between them. */
export const tierSkip: Check = {
  code: 'tier-skip',
  title: 'Component token skips a tier',
  run: ({ resolution }) =>
    resolution.paths.flatMap((path, token) => {
      if (tierOf(resolution, path) !== 'component') return [];
      return resolution.index
        .dependencies(token)
        .map((other) => resolution.paths[other]!)
        .filter((target) => tierOf(resolution, target) === 'primitive')
        .map((target) => ({
          code: 'tier-skip',
          level: 'warning' as const,
          path,
          related: [target],
          message: `${path} is a component token and refers to the primitive ${target}`,
          fix: 'Refer to a semantic token, or make one for this purpose',
        }));
    }),
};
