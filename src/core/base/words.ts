const RULES = new Intl.PluralRules('en-GB');
const AND = new Intl.ListFormat('en-GB', { type: 'conjunction' });
const NUMBER = new Intl.NumberFormat('en-GB');

/** `token`, `tokens`: the word for so many. Where the plural is not the singular and an s, it is given. */
export const plural = (count: number, one: string, many = `${one}s`): string =>
  RULES.select(count) === 'one' ? one : many;
/** `1 token`, `1,204 tokens`. */
export const counted = (count: number, one: string, many?: string): string =>
  `${NUMBER.format(count)} ${plural(count, one, many)}`;
/** `a, b and c` */
export const listed = (words: Iterable<string>): string => AND.format(words);
/** `812 bytes`, `12.4 kB`: a thousand bytes a kilobyte (SI). */
/** a token, an axis */
export const withArticle = (word: string): string => `${/^[aeiou]/i.test(word) ? 'an' : 'a'} ${word}`;

export const bytesText = (size: number): string =>
  size < 1000 ? counted(size, 'byte') : `${NUMBER.format(Number((size / 1000).toPrecision(3)))} kB`;
