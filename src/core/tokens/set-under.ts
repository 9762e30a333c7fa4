import type { Resolution } from './resolve';
import type { Context } from './system';

/**
 * Whether the context of an axis has a say in a token's value: a declaration of its own stands somewhere behind it, as the
 * token's, an alias's or that of any token its value refers to.
 * @param at a whole combination, with the context looked at
 */
export function isSetUnder(resolution: Resolution, path: string, axis: string, at: Context): boolean {
  const number = resolution.numberOf(at);
  const seen = new Set<string>();
  const walk = (one: string): boolean => {
    if (seen.has(one)) return false;
    seen.add(one);
    const token = resolution.token(one, number);
    if (!token) return false;
    const { when, declaration } = token.from;
    if (when[axis] !== undefined && when[axis] === at[axis]) return true;
    return [...declaration.references, ...(declaration.alias ? [declaration.alias] : [])].some(
      ({ target }) => target !== undefined && walk(resolution.paths[target]!),
    );
  };
  return walk(path);
}
