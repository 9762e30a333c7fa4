import { parse } from 'culori';

const COLOR = /#[0-9a-f]{3,8}\b|\b(?:rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\([^()]{1,80}\)/gi;

/** The colours a line of code names as hex or function, in its order; names such as `red` are words there. */
export const colorsIn = (text: string): string[] =>
  (text.match(COLOR) ?? []).filter((found) => parse(found) !== undefined);
