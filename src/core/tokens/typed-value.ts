import { colorJson, parseColor } from '../base/color/color';
import { jsonObject, type Json, type JsonText } from '../base/json/json';
import { JsonSyntaxError, readJson } from '../base/json/read';
import { writeJson } from '../base/json/write';
import { cssLine } from './css-text';
import { aliasPath } from './references';
import { TOKEN_TYPES } from './types/registry';

/** What was typed into a value field, as an authored value; or what is wrong with it. */
type Typed = { value: Json } | { problem: string; fix: string };

const QUANTITY = /^([+-]?(?:\d+\.?\d*|\.\d+))\s*([a-z]+)$/i;

/**
 * Reads a value as a person types it: `{path}` for an alias; a CSS colour, `16px`, `200ms`, `0.2, 0, 0, 1`, a font list;
 * JSON for everything else. Members of composites are checked when they are resolved.
 */
export function readTyped(text: string, type: string | undefined): Typed {
  const trimmed = text.trim();
  if (trimmed === '') return { problem: 'A value is missing', fix: 'Type a value, or {path} for an alias' };
  // A path in braces; what is JSON between them is an object, and no token is called so.
  if (aliasPath(trimmed) !== undefined && !isJson(trimmed)) return { value: trimmed };
  const value = read(trimmed, type);
  if ('problem' in value) return value;
  const kind = type === undefined ? undefined : TOKEN_TYPES.get(type);
  const references = /[{]\s*"?\$ref|"\{/.test(trimmed);
  const wrong = references ? undefined : kind?.check(kind.normalise?.(value.value) ?? value.value);
  return wrong ? { problem: wrong.message, fix: wrong.fix } : value;
}

function isJson(text: string): boolean {
  try {
    readJson(text);
    return true;
  } catch {
    return false;
  }
}

function read(text: string, type: string | undefined): Typed {
  if (/^[[{"]/.test(text)) {
    try {
      return { value: readJson(text) };
    } catch (error) {
      if (!(error instanceof JsonSyntaxError)) throw error;
      return {
        problem: `This is not JSON: ${error.reason}`,
        fix: `Look at line ${error.place.line}, column ${error.place.column}`,
      };
    }
  }
  switch (type) {
    case 'color': {
      const color = parseColor(text);
      return color
        ? { value: colorJson(color) }
        : {
            problem: `“${text.slice(0, 40)}” is not a colour`,
            fix: 'Write it as CSS does: #0a5d6a, oklch(0.5 0.1 220), or {path} for an alias',
          };
    }
    case 'dimension':
    case 'duration': {
      const [, number, unit] = QUANTITY.exec(text) ?? [];
      if (number === undefined)
        return {
          problem: `“${text.slice(0, 40)}” is no ${type}`,
          fix: type === 'dimension' ? 'Write it as 16px or 1.5rem' : 'Write it as 200ms or 0.2s',
        };
      return {
        value: jsonObject([
          ['value', Number(number)],
          ['unit', unit!.toLowerCase()],
        ]),
      };
    }
    case 'number':
    case 'fontWeight':
      return { value: Number.isNaN(Number(text)) ? text : Number(text) };
    case 'cubicBezier': {
      const numbers = text
        .replace(/^cubic-bezier\(|\)$/g, '')
        .split(',')
        .map(Number);
      return numbers.length === 4 && numbers.every((n) => !Number.isNaN(n))
        ? { value: numbers }
        : { problem: 'A cubic Bézier is four numbers', fix: 'Write it as 0.2, 0, 0, 1' };
    }
    case 'fontFamily': {
      const names = text
        .split(',')
        .map((name) => name.trim().replace(/^["']|["']$/g, ''))
        .filter(Boolean);
      return { value: names.length === 1 ? names[0]! : names };
    }
    default:
      return { value: text };
  }
}

/** An authored value as a person would type it. */
export function typedText(value: Json, type: string | undefined): string {
  if (
    typeof value === 'string' &&
    (aliasPath(value) !== undefined || type === 'strokeStyle' || type === 'fontWeight')
  )
    return value;
  const kind = type === undefined ? undefined : TOKEN_TYPES.get(type);
  const simple =
    type !== undefined &&
    ['color', 'dimension', 'duration', 'number', 'fontWeight', 'fontFamily'].includes(type);
  const modern = kind?.normalise?.(value) ?? value;
  if (kind && simple && !kind.check(modern)) return cssLine({ type: type!, value: modern });
  if (type === 'cubicBezier' && Array.isArray(value)) return value.join(', ');
  return writeJson(value);
}

/** A token's own object with another value: every other member stays, in its place. */
export function withValue(text: JsonText | undefined, value: Json, type?: string): JsonText {
  const object =
    text === undefined
      ? new Map<string, Json>(type === undefined ? [] : [['$type', type]])
      : new Map(readJson(text) as Map<string, Json>);
  object.delete('$ref');
  object.set('$value', value);
  return writeJson(object);
}
