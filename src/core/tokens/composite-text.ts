import { tidy } from '../base/css/css-value';
import { isObject, type Json, type JsonObject } from '../base/json/json';
import { aliasPath } from './references';
import { readComposite } from './typed-composite';
import { TOKEN_TYPES } from './types/registry';

/**
 * A composite as `readComposite` reads it, references as they stand; undefined where that would say something else
 * (a member that CSS has no word for, a value that is wrong for its type).
 */
export function compositeText(value: Json, type: string): string | undefined {
  const text = printed(value, type);
  if (text === undefined) return undefined;
  const again = readComposite(text, type);
  return again && 'value' in again && printed(again.value, type) === text ? text : undefined;
}

function printed(value: Json, type: string): string | undefined {
  if (type === 'shadow' || type === 'gradient') {
    const list = Array.isArray(value) ? value : type === 'shadow' ? [value] : [];
    const parts = list.map((one) => (isObject(one) ? printedOne(one, type) : undefined));
    return parts.length === 0 || parts.includes(undefined) ? undefined : parts.join(', ');
  }
  return isObject(value) ? printedOne(value, type) : undefined;
}

/** The members of each type, in the order in which CSS writes them. */
const MEMBERS: Readonly<Record<string, readonly (readonly [name: string, type: string])[]>> = {
  shadow: [['offsetX', 'dimension'], ['offsetY', 'dimension'], ['blur', 'dimension'], ['spread', 'dimension'], ['color', 'color']],
  border: [['width', 'dimension'], ['style', 'strokeStyle'], ['color', 'color']],
  transition: [['duration', 'duration'], ['timingFunction', 'cubicBezier'], ['delay', 'duration']],
  gradient: [['color', 'color'], ['position', 'number']],
  typography: [['fontWeight', 'fontWeight'], ['fontSize', 'dimension'], ['lineHeight', 'number'], ['fontFamily', 'fontFamily'], ['letterSpacing', 'dimension']],
}; // prettier-ignore

function printedOne(object: JsonObject, type: string): string | undefined {
  const members = Object.hasOwn(MEMBERS, type) ? MEMBERS[type]! : undefined;
  if (type === 'strokeStyle') return printedStroke(object);
  if (!members) return undefined;
  const texts: Record<string, string> = {};
  for (const [name, own] of members) {
    const text = memberText(object.get(name), own);
    if (text === undefined) return undefined;
    texts[name] = text;
  }
  const known = new Set(members.map(([name]) => name));
  const inset = object.get('inset');
  for (const name of object.keys()) if (!known.has(name) && name !== 'inset') return undefined;
  const plain = () => members.map(([name]) => texts[name]).join(' ');
  switch (type) {
    case 'shadow':
      return inset === true ? `inset ${plain()}` : plain();
    case 'gradient': {
      const position = object.get('position');
      return `${texts.color} ${typeof position === 'number' ? `${tidy(position * 100)}%` : texts.position}`;
    }
    case 'transition':
      return /^0m?s$/.test(texts.delay!) ? `${texts.duration} ${texts.timingFunction}` : plain();
    case 'typography': {
      const font = `${texts.fontWeight} ${texts.fontSize}/${texts.lineHeight} ${texts.fontFamily}`;
      return texts.letterSpacing === '0px' ? font : `${font}; letter-spacing: ${texts.letterSpacing}`;
    }
    default:
      return plain();
  }
}

function printedStroke(object: JsonObject): string | undefined {
  const dashes = object.get('dashArray');
  const cap = object.get('lineCap');
  const texts = Array.isArray(dashes) ? dashes.map((dash) => memberText(dash, 'dimension')) : [];
  return texts.length === 0 || texts.includes(undefined) || object.size !== 2
    ? undefined
    : `${texts.join(' ')}${cap === 'butt' ? '' : ` ${String(cap)}`}`;
}

function memberText(value: Json | undefined, type: string): string | undefined {
  if (value === undefined) return undefined;
  if (typeof value === 'string' && (aliasPath(value) !== undefined || type === 'fontWeight')) return value;
  if (type === 'fontFamily' && Array.isArray(value)) {
    const names = value.map((name) => memberText(name, type));
    return names.includes(undefined) ? undefined : names.join(', ');
  }
  const kind = TOKEN_TYPES.get(type)!;
  const modern = kind.normalise?.(value) ?? value;
  if (kind.check(modern)) return undefined;
  const text = kind.css(modern);
  return typeof text === 'string' ? text : undefined;
}
