import { valueParts } from '../base/css/value-parts';

/**
 * The parts of a raw value that could be a token each, as they stand (COMMANDS, `scan`); a shadow of several layers is one
 * token. None where a reference stands in it already.
 */
export function rawParts(property: string, value: string): string[] {
  const parts = valueParts(property, value);
  if (parts.length === 0 || parts.some(({ kind }) => kind === 'reference')) return [];
  return /-shadow$/.test(property) ? [value.trim()] : parts.map(({ from, to }) => value.slice(from, to));
}
