import { typeOf } from '../normalise';
import { tierOf } from '../tier';
import { readByName } from '../read-by-name';
import type { Check } from './check';

/** A primitive that nothing refers to: no token and, where that is known, no component, guide or screen. */
export const unusedPrimitive: Check = {
  code: 'unused-primitive',
  title: 'Unused primitive',
  reads: 'uses',
  of: ({ resolution, isUsed }, _, path) =>
    resolution.referrers(path).length > 0 ||
    tierOf(resolution, path) !== 'primitive' ||
    // A text style is what is used, and stands for nothing else.
    typeOf(resolution, path) === 'typography' ||
    readByName(resolution).has(path) ||
    isUsed?.(path)
      ? []
      : [
          {
            code: 'unused-primitive',
            level: 'note',
            path,
            message: `${path} is a primitive that nothing refers to`,
            fix: 'Remove it, or give it a purpose',
          },
        ],
  *follows({ before, after }) {
    const [was, is] = [readByName(before), readByName(after)];
    if (was === is) return;
    for (const path of new Set([...was, ...is])) {
      const number = after.index.numbers.get(path);
      if (number !== undefined && was.has(path) !== is.has(path)) yield number;
    }
  },
  fix: ({ ownToken }, { path }) =>
    ownToken(path) && { label: `${path} is removed`, intent: 'remove', path: path! },
};
