const RULES = new Intl.PluralRules('en-GB');
const AND = new Intl.ListFormat('en-GB', { type: 'conjunction' });
const OR = new Intl.ListFormat('en-GB', { type: 'disjunction' });
const NUMBER = new Intl.NumberFormat('en-GB');

/** `token`, `tokens`: the word for so many. Where the plural is not the singular and an s, it is given. */
export const plural = (count: number, one: string, many = `${one}s`): string =>
  RULES.select(count) === 'one' ? one : many;
/** `1 token`, `1,204 tokens`. */
export const counted = (count: number, one: string, many?: string): string =>
  `${NUMBER.format(count)} ${plural(count, one, many)}`;
/** `a, b and c` */
export const listed = (words: Iterable<string>): string => AND.format(words);
/** `a, b or c` */
export const anyOf = (words: Iterable<string>): string => OR.format(words);
/** `a token`, `an axis` */
export const withArticle = (word: string): string => `${/^[aeiou]/i.test(word) ? 'an' : 'a'} ${word}`;

const rounded = (size: number) => NUMBER.format(Number(size.toPrecision(3)));
/** `812 bytes`, `12.4 kB`, `6 MB`: a thousand of one make the next (SI). */
export const bytesText = (size: number): string =>
  size < 1000
    ? counted(size, 'byte')
    : size < 999_500
      ? `${rounded(size / 1000)} kB`
      : `${rounded(size / 1_000_000)} MB`;
