import { authoredValue } from '../references';
import { printedObject } from '../token-tree';
import { typeOf } from '../normalise';
import { TOKEN_TYPES } from '../types/registry';
import type { Check } from './check';

/** A value in an older form is found where it is read; here is how it is written in the present one. */
export const legacyValue: Required<Pick<Check, 'code' | 'title' | 'fix'>> = {
  code: 'legacy-value',
  title: 'Value in an older form',
  fix({ resolution, tree, ownToken }, { path }) {
    const item = ownToken(path);
    const type = item && typeOf(resolution, path!);
    const normalise = type === undefined ? undefined : TOKEN_TYPES.get(type)?.normalise;
    if (!item || !normalise) return undefined;
    const settings = Object.entries(item.declarations).flatMap(([layer, declaration]) => {
      const value = authoredValue(printedObject(declaration, tree));
      const next = value === undefined ? undefined : normalise(value);
      return next === undefined ? [] : [{ layer, value: next }];
    });
    return settings.length === 0
      ? undefined
      : { label: `${path} is written in the present form`, intent: 'set', path: path!, settings };
  },
};
