import { closestWeight, familyKey, hasWeight } from '../../base/fonts/font';
import { fontUsesOf } from '../font-uses';
import type { Check } from './check';

/** A text style whose family is there, though not in its weight: browsers would smear or thin another. */
export const fontWeightMissing: Check = {
  code: 'font-weight-missing',
  title: 'Font weight missing',
  reads: 'fonts',
  of({ resolution, fonts }, _, path) {
    if (!fonts) return [];
    return fontUsesOf(resolution, path).flatMap(({ family, weight, contexts }) => {
      const known = fonts.get(familyKey(family));
      if (!known || weight === undefined || hasWeight(known, weight)) return [];
      return [
        {
          code: 'font-weight-missing',
          level: 'warning' as const,
          path,
          message: `${path} requires ${family} in weight ${weight}, which is not among its files`,
          fix: `Use ${closestWeight(known, weight)}, the closest there is, or upload a file of weight ${weight}`,
          ...(contexts && { context: contexts[0] }),
        },
      ];
    });
  },
  /** The closest weight there is a file of, by its token where there is one. */
  fix({ resolution, fonts, ownToken }, { path }) {
    const lacking = fontUsesOf(resolution, path ?? '').flatMap((use) => {
      const known = fonts.get(familyKey(use.family));
      return known && use.weight !== undefined && !hasWeight(known, use.weight)
        ? [{ contexts: use.contexts, weight: closestWeight(known, use.weight) }]
        : [];
    });
    if (!ownToken(path) || lacking.length === 0) return undefined;
    return {
      label: `${path} uses weight ${[...new Set(lacking.map(({ weight }) => weight))].join(' and ')}`,
      intent: 'set',
      path: path!,
      settings: lacking.map(({ contexts, weight }) => ({ member: 'fontWeight', contexts, value: weight })),
    };
  },
};
