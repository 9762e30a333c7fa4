import { cssLine } from '../css-text';
import { tierOf } from '../tier';
import type { Check } from './check';

/** A component token that refers to a primitive, past the purposes between them. */
export const tierSkip: Check = {
  code: 'tier-skip',
  title: 'Component token skips a tier',
  of({ resolution }, token, path) {
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
  },
  /** A purpose with the same value everywhere, to stand between a component's token and a primitive. */
  fix({ resolution, ownToken }, { path, related }) {
    const from = related?.[0];
    if (!ownToken(path) || from === undefined) return undefined;
    const line = (other: string, i: number) => {
      const value = resolution.value(other, i);
      return value && cssLine(value);
    };
    const to = resolution
      .referrers(from)
      .find(
        (other) =>
          other !== path &&
          tierOf(resolution, other) === 'semantic' &&
          resolution.contexts.every((_, i) => line(other, i) === line(from, i)),
      );
    return to === undefined
      ? undefined
      : {
          label: `${path} refers to ${to}, which has the same value`,
          intent: 'refer',
          path: path!,
          to,
          from,
        };
  },
};
