import type { ResolvedToken } from './compiled';
import { TOKEN_TYPES } from './types/registry';
import type { CssText } from './types/type';

const known = new WeakMap<object, Map<string, CssText>>();

/** CSS text of a resolved value (COMMANDS, `resolve`); remembered for each value, which aliases share. */
export function cssText(resolved: Pick<ResolvedToken, 'type' | 'value'>): CssText {
  const { type, value } = resolved;
  if (typeof value !== 'object' || value === null) return TOKEN_TYPES.get(type)!.css(value);
  let texts = known.get(value);
  if (!texts) known.set(value, (texts = new Map()));
  let text = texts.get(type);
  if (text === undefined) texts.set(type, (text = TOKEN_TYPES.get(type)!.css(value)));
  return text;
}

/** As `cssText`, on one line: longhands joined. */
export function cssLine(resolved: Pick<ResolvedToken, 'type' | 'value'>): string {
  const text = cssText(resolved);
  return typeof text === 'string'
    ? text
    : Object.entries(text)
        .map(([name, value]) => `${name}: ${value}`)
        .join('; ');
}
