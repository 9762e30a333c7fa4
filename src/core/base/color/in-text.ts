import { parseColor } from './color';

const COLOR = /#[0-9a-f]{3,8}\b|\b(?:rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\([^()]{1,80}\)/gi;

/** `#FF00617E` and `Color(0xFF00617E)`. */
const ALPHA_FIRST = /(?:#|\bColor\(0x)([0-9a-f]{2})([0-9a-f]{6})\b\)?/gi;

/**
 * The colours a line of code names as hex or function, in its order; names such as `red` are words there.
 * @param alphaFirst whether eight hexadecimal digits begin with the alpha, as Android and Kotlin write them
 */
export const colorsIn = (text: string, alphaFirst = false): string[] =>
  ((alphaFirst ? text.replace(ALPHA_FIRST, '#$2$1') : text).match(COLOR) ?? []).filter(
    (found) => parseColor(found) !== undefined,
  );
