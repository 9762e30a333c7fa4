import { familyKey } from '../../base/fonts/font';
import { fontUsesOf } from '../font-uses';
import { GENERIC_FAMILIES } from '../../base/fonts/generic';
import type { Check } from './check';

/** A token that names a family of which there is no file. Asked only where the fonts are known. */
export const fontMissing: Check = {
  code: 'font-missing',
  title: 'Font file missing',
  reads: 'fonts',
  of({ resolution, fonts }, _, path) {
    if (!fonts) return [];
    return fontUsesOf(resolution, path).flatMap(({ family, says, contexts }) =>
      !says || GENERIC_FAMILIES.has(family) || fonts.has(familyKey(family))
        ? []
        : [
            {
              code: 'font-missing',
              level: 'warning' as const,
              path,
              message: `${path} names the font ${family}, of which there is no file`,
              fix: 'Upload its files under Fonts, or replace it everywhere with a font that is there',
              ...(contexts && { context: contexts[0] }),
            },
          ],
    );
  },
};
