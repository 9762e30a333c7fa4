import { problem, shown, type TokenType } from './type';

/** Keywords of the Format module, section 8.4. */
const KEYWORDS = new Map<string, number>([
  ['thin', 100], ['hairline', 100], ['extra-light', 200], ['ultra-light', 200], ['light', 300],
  ['normal', 400], ['regular', 400], ['book', 400], ['medium', 500], ['semi-bold', 600], ['demi-bold', 600],
  ['bold', 700], ['extra-bold', 800], ['ultra-bold', 800], ['black', 900], ['heavy', 900], ['extra-black', 950], ['ultra-black', 950],
]); // prettier-ignore

export const fontWeight: TokenType = {
  name: 'fontWeight',
  check(value) {
    if (typeof value === 'number' && value >= 1 && value <= 1000) return undefined;
    if (typeof value === 'string' && KEYWORDS.has(value)) return undefined;
    return problem(
      `A font weight is a number from 1 to 1000 or a keyword, not ${shown(value)}`,
      `Use a number or one of: ${[...KEYWORDS.keys()].join(', ')}`,
    );
  },
  css: (value) => String(typeof value === 'string' ? KEYWORDS.get(value) : value),
};
