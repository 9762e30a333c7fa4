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

/** What words of a name are divided by; two numbers stay two: `space.1.5` is not `space.15`. */
const joined = (path: string, prefix: string | undefined, join: (words: string[]) => string): string =>
  join(
    hyphenated(path, prefix)
      .split(/[-_]+/)
      .filter((word) => word !== ''),
  ) || '_';
const apart = (before: string, word: string) => (/\p{N}$/u.test(before) && /^\p{N}/u.test(word) ? '_' : '');
const upperFirst = (word: string) => word.slice(0, 1).toUpperCase() + word.slice(1);

/** `color.text.quiet` → `colorTextQuiet`, as Swift and Kotlin name constants. */
export const camelCased = (path: string, prefix?: string): string => {
  const name = joined(path, prefix, ([first = '', ...words]) =>
    words.reduce(
      (text, word) => text + apart(text, word) + upperFirst(word),
      first.slice(0, 1).toLowerCase() + first.slice(1),
    ),
  );
  return /^\p{N}/u.test(name) ? `_${name}` : name;
};

/** `color.text.quiet` → `color_text_quiet`, as Android names resources. */
export const underscored = (path: string, prefix?: string): string => {
  const name = joined(path, prefix, (words) => words.join('_').toLowerCase());
  return /^\p{N}/u.test(name) ? `_${name}` : name;
};

/** The names a token has in a style sheet: its own, or of a text style one for each longhand. */
export const hyphenatedNames = (path: string, type: string, prefix?: string): string[] => {
  const base = hyphenated(path, prefix);
  return type === 'typography' ? LONGHANDS.map((longhand) => `${base}-${longhand}`) : [base];
};

interface NameClash {
  name: string;
  paths: [string, string];
}

/** Tokens that would get one name, longhands included. */
export function nameClashes(
  tokens: Iterable<{ path: string; type: string }>,
  names: (path: string, type: string) => readonly string[] = hyphenatedNames,
): NameClash[] {
  const owners = new Map<string, string>();
  const clashes: NameClash[] = [];
  for (const { path, type } of tokens)
    for (const name of names(path, type)) {
      const owner = owners.get(name);
      if (owner !== undefined && owner !== path) clashes.push({ name, paths: [owner, path] });
      else owners.set(name, path);
    }
  return clashes;
}
