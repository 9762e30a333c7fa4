import { colorOf, colorText } from '../base/color/color';
import { isObject, type Json } from '../base/json/json';
import { readJson } from '../base/json/read';
import { cssLine } from './css-text';
import { TOKEN_TYPES } from './types/registry';

interface StoredValue {
  /** As the rest of the program shows it: CSS text, `{an.alias}`, words. Never JSON. */
  text: string;
  /** CSS colour, where it is one. */
  color?: string;
}

/** The types whose values can be told from the value alone; a number is shown as it stands. */
const TOLD = [
  'color',
  'dimension',
  'duration',
  'cubicBezier',
  'shadow',
  'border',
  'transition',
  'typography',
  'gradient',
];

/** A field of an item as a person can compare it: a token's declaration, a prop, a name, an order of things. */
export function storedValue(value: unknown): StoredValue {
  if (value === null || value === undefined || value === '') return { text: 'nothing' };
  if (typeof value === 'boolean') return { text: value ? 'yes' : 'no' };
  if (typeof value !== 'object') return { text: String(value) };
  if (Array.isArray(value))
    return { text: value.length === 0 ? 'nothing' : value.map((one) => storedValue(one).text).join(', ') };
  if ('text' in value && typeof value.text === 'string') return declared(value.text);
  const { token, raw, name, path, label } = value as Record<string, unknown>;
  if (token) return { text: `{${storedValue(token).text}}` };
  for (const word of [raw, name, path, label]) if (typeof word === 'string') return { text: word };
  const parts = Object.entries(value).filter(([member]) => member !== 'order' && member !== 'id');
  return { text: parts.map(([member, one]) => `${member} ${storedValue(one).text}`).join(', ') || 'nothing' };
}

/** What a token's declaration says, authored as JSON text. */
function declared(text: string): StoredValue {
  let object: Json;
  try {
    object = readJson(text);
  } catch {
    return { text };
  }
  if (!isObject(object)) return { text };
  const value = object.get('$value') ?? object.get('$ref');
  if (value === undefined) return { text: 'no value' };
  if (typeof value === 'string') return { text: value };
  const named = object.get('$type');
  const types = typeof named === 'string' && TOKEN_TYPES.has(named) ? [named] : TOLD;
  const type = types.find((one) => !aliases(value) && TOKEN_TYPES.get(one)!.check(value) === undefined);
  if (type === undefined) return { text: plain(value) };
  const color = type === 'color' ? colorOf(value) : undefined;
  return color ? { text: colorText(color), color: colorText(color) } : { text: cssLine({ type, value }) };
}

/** Whether a value refers to others inside: what it comes to is not known here. */
const aliases = (value: Json): boolean =>
  typeof value === 'string'
    ? /^\{.*\}$/.test(value)
    : Array.isArray(value)
      ? value.some(aliases)
      : isObject(value) && [...value.values()].some((one) => one !== undefined && aliases(one));

/** Members with their values, aliases as they are written. */
function plain(value: Json): string {
  if (Array.isArray(value)) return value.map(plain).join(', ');
  if (!isObject(value)) return String(value);
  if (value.has('value') && value.has('unit'))
    return `${plain(value.get('value')!)}${plain(value.get('unit')!)}`;
  const color = TOKEN_TYPES.get('color')!.check(value) === undefined && colorOf(value);
  if (color) return colorText(color);
  return [...value].map(([member, one]) => `${member} ${plain(one)}`).join(', ');
}
