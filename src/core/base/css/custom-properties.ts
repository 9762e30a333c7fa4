import { tokenize, tokenTypes as T } from 'css-tree';

/** A custom property that a text reads, and where its name stands: offsets in UTF-16 units. */
export interface PropertyRead {
  /** With its two hyphens: `--space-4`. */
  name: string;
  from: number;
  to: number;
  /** Where `var(…)` as a whole begins and ends. */
  call: [from: number, to: number];
  /** Whether something stands in where it is not set. */
  fallback: boolean;
}

/** What CSS text reads with `var()`, in the order it stands (CSS Custom Properties 1, section 3); none in comments and strings. */
export function propertiesRead(css: string): PropertyRead[] {
  if (!/var\(/i.test(css)) return [];
  const found: PropertyRead[] = [];
  /** What is open, innermost last: a call of `var()` by what it reads, null for any other bracket. */
  const open: ({ read?: PropertyRead; from: number } | null)[] = [];
  tokenize(css, (type, from, to) => {
    if (type === T.WhiteSpace || type === T.Comment) return;
    const inside = open.at(-1);
    if (inside && !inside.read && type === T.Ident && css.startsWith('--', from)) {
      inside.read = { name: css.slice(from, to), from, to, call: [inside.from, css.length], fallback: false };
      found.push(inside.read);
    } else if (inside?.read && type === T.Comma) inside.read.fallback = true;
    if (type === T.Function) open.push(css.slice(from, to).toLowerCase() === 'var(' ? { from } : null);
    else if (type === T.LeftParenthesis) open.push(null);
    else if (type === T.RightParenthesis) {
      const closed = open.pop();
      if (closed?.read) closed.read.call[1] = to;
    }
  });
  return found;
}

/** The custom properties that CSS text sets or registers. */
export function propertiesSet(css: string): Set<string> {
  const found = new Set<string>();
  if (!css.includes('--')) return found;
  let name: string | undefined;
  let registered = false;
  tokenize(css, (type, from, to) => {
    if (type === T.WhiteSpace || type === T.Comment) return;
    if (name !== undefined && (type === T.Colon || registered)) found.add(name);
    const text = css.slice(from, to);
    name = type === T.Ident && text.startsWith('--') ? text : undefined;
    registered = name !== undefined && registered;
    if (type === T.AtKeyword) registered = text.toLowerCase() === '@property';
  });
  return found;
}

/** The same where text is no CSS: a template's attributes, a script, prose. Any name with two hyphens in front counts. */
export function propertiesNamed(text: string): PropertyRead[] {
  return [...text.matchAll(/(?<![\w-])--[\p{L}\p{N}_-]+/gu)].map(({ 0: name, index }) => ({
    name,
    from: index,
    to: index + name.length,
    call: [index, index + name.length],
    fallback: true,
  }));
}
