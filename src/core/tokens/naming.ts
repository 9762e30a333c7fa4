import { TOKEN_TYPES } from './types/registry';

/** `color.text.quiet` → `color-text-quiet`; `$root` is dropped (COMMANDS, `export`). */
export function hyphenated(path: string, prefix?: string): string {
  // Nearly all paths are plain, and a library's style sheets name them hundreds of thousands of times.
  const name = /^[\w.-]*$/.test(path)
    ? path.replaceAll('.', '-')
    : path
        .split('.')
        .filter((segment) => segment !== '$root')
        .join('-')
        .replace(/[^\p{L}\p{N}_-]/gu, '-');
  return prefix ? `${prefix}-${name}` : name;
}

/** The custom property that a style sheet of a library's tokens gives one: `--color-text-quiet`. */
export const customProperty = (path: string): string => `--${hyphenated(path)}`;

/** The longhands a typography token is written as, in CSS and SCSS. */
export const LONGHANDS = [
  'font-family',
  'font-size',
  'font-weight',
  'letter-spacing',
  'line-height',
] as const;

interface NameClash {
  name: string;
  paths: [string, string];
}

/** Tokens that would get one name, longhands included. */
export function nameClashes(tokens: Iterable<{ path: string; type: string }>, prefix?: string): NameClash[] {
  const owners = new Map<string, string>();
  const clashes: NameClash[] = [];
  for (const { path, type } of tokens) {
    const base = hyphenated(path, prefix);
    const names =
      type === 'typography' && TOKEN_TYPES.has(type)
        ? LONGHANDS.map((longhand) => `${base}-${longhand}`)
        : [base];
    for (const name of names) {
      const owner = owners.get(name);
      if (owner !== undefined && owner !== path) clashes.push({ name, paths: [owner, path] });
      else owners.set(name, path);
    }
  }
  return clashes;
}
