import { colorJson, parseColor } from '../base/color/color';
import { easingJson, readCssValue } from '../base/css/css-value';
import { jsonObject, type Json, type JsonText } from '../base/json/json';
import { JsonSyntaxError, readJson } from '../base/json/read';
import { writeJson } from '../base/json/write';
import { cssLine } from './css-text';
import { aliasPath, referencesIn } from './references';
import { compositeText } from './composite-text';
import { compositeExample, readComposite, type Typed } from './typed-composite';
import { TOKEN_TYPES } from './types/registry';

const QUANTITY = /^([+-]?(?:\d+\.?\d*|\.\d+))\s*([a-z]+)$/i;

/**
 * Reads a value as a person types it: `{path}` for an alias; a CSS colour, `16px`, `200ms`, `0.2, 0, 0, 1`, a font list,
 * composites as CSS writes them; JSON for every type. Members that are references are checked when they are resolved.
 */
export function readTyped(text: string, type: string | undefined): Typed {
  const trimmed = text.trim();
  if (trimmed === '') return { problem: 'A value is missing', fix: 'Type a value, or {path} for an alias' };
  // A path in braces; what is JSON between them is an object, and no token is called so.
  if (aliasPath(trimmed) !== undefined && !isJson(trimmed)) return { value: trimmed };
  const value = read(trimmed, type);
  if ('problem' in value) return value;
  const kind = type === undefined ? undefined : TOKEN_TYPES.get(type);
  const wrong =
    referencesIn(value.value).length > 0
      ? undefined
      : kind?.check(kind.normalise?.(value.value) ?? value.value);
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

/** Whether a text is meant as JSON: by how it begins, unless the type's own spelling may begin so too. */
function isMeantAsJson(text: string, type: string | undefined): boolean {
  if (type === 'fontFamily' && text.startsWith('"')) return isJson(text);
  return (
    /^[["]|^\{\s*["}]/.test(text) || (text.startsWith('{') && compositeExample(type ?? '') === undefined)
  );
}

function read(text: string, type: string | undefined): Typed {
  if (isMeantAsJson(text, type)) {
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
      const known = easingJson(text);
      if (known) return { value: known };
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
      return (type !== undefined && readComposite(text, type)) || { value: text };
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
  return (type !== undefined && compositeText(modern, type)) || writeJson(value);
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

/** The type that a text is a value of, by how it is written; where that says too little, by the path it is meant for. */
export function guessedType(text: string, path: string): string | undefined {
  const composite = /[\s,(]/.test(text.trim())
    ? ['typography', 'shadow', 'border', 'transition', 'gradient', 'strokeStyle'].find((type) => {
        const read = readComposite(text, type);
        return read && 'value' in read;
      })
    : undefined;
  if (composite) return composite;
  const read = readCssValue(text, path, () => undefined);
  if ('type' in read) return read.type;
  return 'value' in (readComposite(text, 'strokeStyle') ?? {}) ? 'strokeStyle' : undefined;
}
