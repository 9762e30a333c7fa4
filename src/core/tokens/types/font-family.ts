import { GENERIC_FAMILIES } from '../../base/fonts/generic';
import { problem, shown, type TokenType } from './type';

/** A family name as CSS Fonts Level 4 section 2.1 wants it: generic names bare, everything else that is no identifier quoted. */
function familyText(name: string): string {
  if (GENERIC_FAMILIES.has(name)) return name;
  const identifiers = /^-?[A-Za-z_][\w-]*( -?[A-Za-z_][\w-]*)*$/.test(name);
  const reserved = /^(inherit|initial|unset|revert|revert-layer|default)$/i.test(name);
  if (identifiers && !reserved && !name.includes(' ')) return name;
  return `"${name.replace(/["\\]/g, '\\$&').replace(/[\n\r\f]/g, (char) => `\\${char.charCodeAt(0).toString(16)} `)}"`;
}

export const fontFamily: TokenType = {
  name: 'fontFamily',
  check(value) {
    const names = Array.isArray(value) ? value : [value];
    const wrong = names.find((name) => typeof name !== 'string' || name.trim() === '');
    if (names.length > 0 && wrong === undefined) return undefined;
    return problem(
      `A font family is a name or a list of names, not ${shown(wrong ?? value)}`,
      'Write it as "Archivo" or ["Archivo", "sans-serif"]',
    );
  },
  css: (value) => (Array.isArray(value) ? (value as string[]) : [value as string]).map(familyText).join(', '),
  member: (place) => (place.length === 1 ? 'fontFamily' : undefined),
};
