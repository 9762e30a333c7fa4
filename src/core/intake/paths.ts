import { nameProblem } from '../tokens/read';

/**
 * Paths for names of custom properties and variables: split at each hyphen; a name that is also the beginning of another
 * becomes that group's `$root` (TOKENS, "Style sheets as token files").
 */
export function pathsOfNames(names: Iterable<string>): Map<string, string> {
  const segments = new Map<string, string[]>();
  for (const name of names) segments.set(name, segmentsOf(name));
  const beginnings = new Set<string>();
  for (const list of segments.values())
    for (let i = 1; i < list.length; i++) beginnings.add(list.slice(0, i).join('.'));
  const paths = new Map<string, string>();
  for (const [name, list] of segments) {
    const path = list.join('.');
    if (path !== '') paths.set(name, beginnings.has(path) ? `${path}.$root` : path);
  }
  return paths;
}

function segmentsOf(name: string): string[] {
  return name
    .replace(/^(--|\$|@)/, '')
    .split('-')
    .map(nameFrom)
    .filter((segment) => segment !== '');
}

/** A text as a token's name may be: what DTCG forbids becomes `_`. */
export function nameFrom(text: string): string {
  const name = text.trim().replace(/\\/g, '').replace(/[{}.]/g, '_').replace(/^\$+/, '');
  return nameProblem(name) ? '' : name;
}
