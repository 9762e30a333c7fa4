import { authoredValue, referencesIn } from '../references';
import { tierOf } from '../tier';
import type { Check } from './check';

/** A token with a purpose whose value stands for itself: what has the same value cannot be changed with it. */
export const rawPurpose: Check = {
  code: 'raw-purpose',
  title: 'Purpose with a raw value',
  of({ resolution }, token, path) {
    const tier = tierOf(resolution, path);
    if (tier === 'primitive') return [];
    const raw = resolution.index.candidates[token]!.find(({ declaration }) => {
      const value = authoredValue(declaration.object);
      return value !== undefined && referencesIn(value).length === 0;
    });
    if (!raw) return [];
    return [
      {
        code: 'raw-purpose',
        level: 'note' as const,
        path,
        message: `${path} is a ${tier} token and has a raw value`,
        fix: 'Extract the value to a new token, or refer to a token',
        ...(Object.keys(raw.when).length > 0 && { context: raw.when }),
      },
    ];
  },
};
