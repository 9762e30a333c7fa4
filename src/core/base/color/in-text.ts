import { parse } from 'culori';

const COLOR = /#[0-9a-f]{3,8}\b|\b(?:rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\([^()]{1,80}\)/gi;

/**
 * The colours a line of code names as hex or function, in its order; names such as `red` are words there.
 * @param alphaFirst whether eight hexadecimal digits begin with the alpha, as Android writes them
 */
export const colorsIn = (text: string, alphaFirst = false): string[] =>
  (text.match(COLOR) ?? [])
    .map((found) => (alphaFirst ? found.replace(/^#(..)(......)$/, '#$2$1') : found))
    .filter((found) => parse(found) !== undefined);
