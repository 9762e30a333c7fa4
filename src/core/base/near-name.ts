import { closest, distance } from 'fastest-levenshtein';

/**
 * The name that could have been meant by one that is none: the one that takes the fewest changes of a letter.
 * @param most so many changes at most; left out, two for five letters
 */
export function nearName(
  name: string,
  names: readonly string[],
  most = Math.ceil(name.length * 0.4),
): string | undefined {
  const found = names.length > 0 ? closest(name, names as string[]) : undefined;
  return found !== undefined && distance(name, found) <= most ? found : undefined;
}
