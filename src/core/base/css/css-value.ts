import valueParser, { type Node } from 'postcss-value-parser';
import { colorJson, parseColor } from '../color/color';
import { jsonObject, type Json } from '../json/json';

/** A CSS value as a token would hold it; or why a token cannot. */
type ReadValue = { type?: string; value: Json } | { unread: string };

/** The alias for a reference that stands in a value, or undefined where its name is not known. */
type Refer = (name: string) => string | undefined;

/** CSS Easing Functions Level 1, section 2.2. */
export const EASINGS: Readonly<Record<string, readonly [number, number, number, number]>> = {
  linear: [0, 0, 1, 1],
  ease: [0.25, 0.1, 0.25, 1],
  'ease-in': [0.42, 0, 1, 1],
  'ease-out': [0, 0, 0.58, 1],
  'ease-in-out': [0.42, 0, 0.58, 1],
};
const WEIGHTS: Readonly<Record<string, number>> = { normal: 400, bold: 700 };
const GENERIC = /^(serif|sans-serif|monospace|cursive|fantasy|system-ui|ui-(serif|sans-serif|monospace|rounded)|math|emoji)$/i; // prettier-ignore
const BORDER_STYLES = new Set(['solid', 'dashed', 'dotted', 'double', 'groove', 'ridge', 'outset', 'inset']);

/** A length CSS knows in absolute units, in px; `rem` stays `rem`. */
const TO_PX: Readonly<Record<string, number>> = {
  px: 1,
  pt: 4 / 3,
  pc: 16,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
};

export function lengthJson(text: string): Json | undefined {
  const parsed = valueParser.unit(text);
  if (!parsed || parsed.number === '') return undefined;
  const unit = parsed.unit.toLowerCase();
  const number = Number(parsed.number);
  if (!Number.isFinite(number)) return undefined;
  if (unit === 'rem') return quantity(number, 'rem');
  if (Object.hasOwn(TO_PX, unit)) return quantity(tidy(number * TO_PX[unit]!), 'px');
  return unit === '' && number === 0 ? quantity(0, 'px') : undefined;
}

export function timeJson(text: string): Json | undefined {
  const parsed = valueParser.unit(text);
  if (!parsed || !/^m?s$/i.test(parsed.unit)) return undefined;
  return quantity(Number(parsed.number), parsed.unit.toLowerCase());
}

export const quantity = (value: number, unit: string): Json =>
  jsonObject([
    ['value', value],
    ['unit', unit],
  ]);
export const tidy = (value: number) => Number(value.toPrecision(10));

export function easingJson(text: string): Json | undefined {
  const word = text.trim().toLowerCase();
  if (Object.hasOwn(EASINGS, word)) return [...EASINGS[word]!];
  const numbers = /^cubic-bezier\((.*)\)$/.exec(word)?.[1]?.split(',').map(Number);
  return numbers?.length === 4 && numbers.every(Number.isFinite) && numbers[0]! >= 0 && numbers[0]! <= 1 && numbers[2]! >= 0 && numbers[2]! <= 1
    ? numbers
    : undefined; // prettier-ignore
}

export function familiesJson(text: string): Json | undefined {
  const names = splitAtCommas(valueParser(text).nodes).map((nodes) => {
    const words = nodes.filter((node) => node.type !== 'space' && node.type !== 'comment');
    if (words.length === 1 && words[0]!.type === 'string') return unescaped(words[0]!.value);
    return words.every((node) => node.type === 'word') && words.length > 0
      ? words.map((node) => node.value).join(' ')
      : undefined;
  });
  if (names.length === 0 || names.some((name) => name === undefined || name === '')) return undefined;
  return names.length === 1 ? names[0]! : (names as string[]);
}

/** The text of a CSS string (CSS Syntax 3, 4.3.7): a backslash before a quote is the quote, before a number its character. */
const unescaped = (text: string): string =>
  text.replace(/\\(?:([0-9a-f]{1,6})\s?|([^]))/gi, (_, code: string | undefined, char: string) =>
    code === undefined ? char : String.fromCodePoint(Math.min(Number.parseInt(code, 16), 0x10ffff)),
  );

/**
 * Reads the value of a custom property, an SCSS variable or one member of a plain JSON file. The type comes from the
 * value; where a value alone cannot say (a number, a list of words), from the name.
 * @param refer the token a name refers to, as `{path}`
 */
export function readCssValue(text: string, name: string, refer: Refer): ReadValue {
  const source = text
    .replace(/\/\*[^]*?\*\//g, ' ')
    .replace(/\s*!important\s*$/i, '')
    .trim();
  if (source === '') return { unread: 'it is empty' };
  if (source.length > 5000) return { unread: 'it is longer than a value of a token can be' };
  const whole = referenceOf(valueParser(source).nodes);
  if (whole !== undefined) {
    const alias = refer(whole);
    return alias === undefined ? { unread: `${whole} is set nowhere in these files` } : { value: alias };
  }
  const color = parseColor(source);
  if (color) return { type: 'color', value: colorJson(color) };
  const easing = easingJson(source);
  if (easing) return { type: 'cubicBezier', value: easing };
  const time = timeJson(source);
  if (time) return { type: 'duration', value: time };
  if (/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(source)) {
    const number = Number(source);
    if (/weight/i.test(name) && number >= 1 && number <= 1000) return { type: 'fontWeight', value: number };
    if (number === 0 && /space|spacing|gap|padding|margin|radius|width|size|inset/i.test(name))
      return { type: 'dimension', value: quantity(0, 'px') };
    return { type: 'number', value: number };
  }
  const length = lengthJson(source);
  if (length) return { type: 'dimension', value: length };
  const weight = WEIGHTS[source.toLowerCase()];
  if (weight !== undefined && /weight/i.test(name)) return { type: 'fontWeight', value: weight };
  return (
    readShadow(source, refer) ??
    readTransition(source, refer) ??
    readBorder(source, refer) ??
    readGradient(source, refer) ??
    readFamilies(source, name) ?? { unread: whyNot(source) }
  );
}

function whyNot(text: string): string {
  const unit = valueParser.unit(text);
  if (unit && unit.unit !== '') return `a token cannot be in ${unit.unit}`;
  const call = /^([a-z-]+)\(/i.exec(text)?.[1];
  if (call) return `${call}() is worked out in the style sheet, and a token holds a value`;
  return 'it is not a value that a token can hold';
}

/** The name that a value consisting of one reference names: `var(--x)`, `$x` or `@x`. */
function referenceOf(nodes: readonly Node[]): string | undefined {
  const own = nodes.filter((node) => node.type !== 'space' && node.type !== 'comment');
  const [node] = own;
  if (own.length !== 1 || !node) return undefined;
  if (node.type === 'function' && node.value.toLowerCase() === 'var') return node.nodes[0]?.value;
  if (node.type === 'word' && /^\$[\w-]+$/.test(node.value)) return node.value;
  // The module system of SCSS: map-get($map, "key").
  if (node.type === 'function' && /^(map-get|map\.get)$/.test(node.value)) {
    const [map, key] = splitAtCommas(node.nodes).map((part) => valueParser.stringify(part).trim());
    if (map && key && /^\$[\w-]+$/.test(map)) return `${map} ${key.replace(/^["']|["']$/g, '')}`;
  }
  return undefined;
}

export function splitAtCommas(nodes: readonly Node[]): Node[][] {
  const parts: Node[][] = [[]];
  for (const node of nodes) {
    if (node.type === 'div' && node.value === ',') parts.push([]);
    else parts.at(-1)!.push(node);
  }
  return parts.length === 1 && parts[0]!.length === 0 ? [] : parts;
}

const words = (nodes: readonly Node[]) =>
  nodes.filter((node) => node.type !== 'space' && node.type !== 'comment');

/** One member of a composite: a reference, or what `read` makes of its text. */
function member(node: Node, refer: Refer, read: (text: string) => Json | undefined): Json | undefined {
  const reference = referenceOf([node]);
  return reference !== undefined ? refer(reference) : read(valueParser.stringify(node));
}
export const colorOfText = (text: string) => {
  const color = parseColor(text);
  return color && colorJson(color);
};

/** CSS Backgrounds and Borders 3, `box-shadow`: two to four lengths, a colour, `inset`; references count by their place. */
function readShadow(text: string, refer: Refer): ReadValue | undefined {
  const layers: Json[] = [];
  for (const part of splitAtCommas(valueParser(text).nodes)) {
    const nodes = words(part);
    const inset = nodes.some((node) => node.value.toLowerCase() === 'inset');
    const rest = nodes.filter((node) => node.value.toLowerCase() !== 'inset');
    const colorAt = rest.findIndex((node) => colorOfText(valueParser.stringify(node)) !== undefined);
    const last = rest.at(-1);
    const color =
      colorAt !== -1
        ? rest.splice(colorAt, 1)[0]!
        : last && rest.length > 2 && referenceOf([last]) !== undefined
          ? rest.pop()!
          : undefined;
    if (!color || rest.length < 2 || rest.length > 4) return undefined;
    const lengths = rest.map((node) => member(node, refer, lengthJson));
    const value = member(color, refer, colorOfText);
    if (value === undefined || lengths.some((length) => length === undefined)) return undefined;
    layers.push(
      jsonObject([
        ['color', value],
        ['offsetX', lengths[0]!],
        ['offsetY', lengths[1]!],
        ['blur', lengths[2] ?? quantity(0, 'px')],
        ['spread', lengths[3] ?? quantity(0, 'px')],
        ...(inset ? ([['inset', true]] as [string, Json][]) : []),
      ]),
    );
  }
  if (layers.length === 0) return undefined;
  return { type: 'shadow', value: layers.length === 1 ? layers[0]! : layers };
}

/** `0.2s ease-in-out 50ms`: a duration, an easing, a delay. A property's name in front is left out. */
function readTransition(text: string, refer: Refer): ReadValue | undefined {
  const parts = splitAtCommas(valueParser(text).nodes);
  if (parts.length !== 1) return undefined;
  const nodes = words(parts[0]!);
  if (nodes.length < 2 || nodes.length > 4) return undefined;
  const times = nodes.filter((node) => timeJson(node.value) !== undefined);
  const easing = nodes.map((node) => member(node, refer, easingJson)).find((value) => Array.isArray(value));
  if (times.length === 0 || times.length > 2 || easing === undefined) return undefined;
  return {
    type: 'transition',
    value: jsonObject([
      ['duration', timeJson(times[0]!.value)!],
      ['delay', times[1] ? timeJson(times[1].value)! : quantity(0, 'ms')],
      ['timingFunction', easing],
    ]),
  };
}

function readBorder(text: string, refer: Refer): ReadValue | undefined {
  const nodes = words(valueParser(text).nodes);
  const style = nodes.find((node) => BORDER_STYLES.has(node.value.toLowerCase()));
  if (!style || nodes.length !== 3) return undefined;
  const others = nodes.filter((node) => node !== style);
  const width = others.map((node) => member(node, refer, lengthJson)).find((value) => value !== undefined);
  const color = others
    .map((node) => member(node, refer, colorOfText))
    .findLast((value) => value !== undefined);
  if (width === undefined || color === undefined || width === color) return undefined;
  return {
    type: 'border',
    value: jsonObject([
      ['color', color],
      ['width', width],
      ['style', style.value.toLowerCase()],
    ]),
  };
}

/** `linear-gradient(90deg, …)`: colour stops with positions; the angle is kept beside, for DTCG has no word for it. */
function readGradient(text: string, refer: Refer): ReadValue | undefined {
  const [node] = words(valueParser(text).nodes);
  if (node?.type !== 'function' || node.value.toLowerCase() !== 'linear-gradient') return undefined;
  const parts = splitAtCommas(node.nodes).map(words);
  if (/^(-?[\d.]+(deg|turn|rad|grad)|to)$/i.test(parts[0]?.[0]?.value ?? '')) parts.shift();
  if (parts.length < 2) return undefined;
  const stops = parts.map((nodes, i) => {
    const color = nodes[0] && member(nodes[0], refer, colorOfText);
    const at = nodes[1] ? /^([\d.]+)%$/.exec(nodes[1].value)?.[1] : undefined;
    if (color === undefined || (nodes[1] && at === undefined)) return undefined;
    return jsonObject([
      ['color', color],
      ['position', at === undefined ? tidy(i / (parts.length - 1)) : Number(at) / 100],
    ]);
  });
  return stops.some((stop) => stop === undefined) ? undefined : { type: 'gradient', value: stops as Json[] };
}

function readFamilies(text: string, name: string): ReadValue | undefined {
  const families = familiesJson(text);
  if (families === undefined) return undefined;
  const list = Array.isArray(families) ? families : [families];
  const said = /font|family|typeface/i.test(name) && !/size|weight|style|variant|feature|stretch/i.test(name);
  return said || list.some((family) => GENERIC.test(String(family)))
    ? { type: 'fontFamily', value: families }
    : undefined;
}
