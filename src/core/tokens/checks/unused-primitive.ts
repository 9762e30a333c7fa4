import { tierOf } from '../tier';
import { readByName } from '../read-by-name';
import type { Check } from './check';

/** A primitive that nothing refers to: no token and, where that is known, no component, guide or screen. */
export const unusedPrimitive: Check = {
  code: 'unused-primitive',
  title: 'Unused primitive',
  run: ({ resolution, isUsed }) =>
    resolution.paths
      .filter(
        (path) =>
          resolution.referrers(path).length === 0 &&
          tierOf(resolution, path) === 'primitive' &&
          !readByName(resolution).has(path) &&
          !isUsed?.(path),
      )
      .map((path) => ({
        code: 'unused-primitive',
        level: 'note' as const,
        path,
        message: `${path} is a primitive that nothing refers to`,
        fix: 'Remove it, or give it a purpose',
      })),
  fix: ({ ownToken }, { path }) =>
    ownToken(path) && { label: `${path} is removed`, intent: 'remove', path: path! },
};
