import valueParser, { type Node } from 'postcss-value-parser';
import {
  colorOfText as colorOf,
  easingJson,
  familiesJson,
  lengthJson,
  quantity,
  splitAtCommas,
  tidy,
  timeJson,
} from '../base/css/css-value';
import { isObject, jsonObject, type Json } from '../base/json/json';
import { TOKEN_TYPES } from './types/registry';

/** A value as typed, with what is said in it and kept beside the value; or what is wrong. */
export type Typed = { value: Json; beside?: Record<string, Json> } | { problem: string; fix: string };

/** How each composite is typed, and how it is read: words of CSS, with `{path}` for a token in any place. */
const READERS: Readonly<Record<string, { write: string; read(words: Words): Typed | undefined }>> = {
  shadow: { write: '0 2px 4px rgb(0 0 0 / 0.2)', read: readShadow },
  border: { write: '1px solid {color.line}', read: readBorder },
  transition: { write: '150ms ease-out', read: readTransition },
  gradient: { write: 'linear-gradient(90deg, #fff, {color.ink} 80%)', read: readGradient },
  strokeStyle: { write: 'dashed, or dashes and gaps as 4px 2px', read: readStroke },
  typography: {
    write: '600 16px/1.5 Archivo, sans-serif; letter-spacing: 0.2px',
    read: readTypography,
  },
};

/** What an empty field shows for a composite type; undefined for other types. */
export const compositeExample = (type: string): string | undefined =>
  Object.hasOwn(READERS, type) ? READERS[type]!.write : undefined;

/**
 * A composite as CSS writes it: `box-shadow` and `border` (CSS Backgrounds and Borders 3), the times and easing of a
 * `transition` (CSS Transitions 1), the stops of `linear-gradient()` (CSS Images 3, 3.4), `font` with `letter-spacing`
 * (CSS Fonts 4, 2.7), a line style or dashes. Undefined where the type is none of these.
 */
export function readComposite(text: string, type: string): Typed | undefined {
  if (!Object.hasOwn(READERS, type)) return undefined;
  const { read, write } = READERS[type]!;
  return (
    read(new Words(text)) ?? {
      problem: `“${text.slice(0, 40)}” is no ${TYPE_WORDS[type] ?? type}`,
      fix: `Write it as CSS does: ${write}`,
    }
  );
}

const TYPE_WORDS: Readonly<Record<string, string>> = { strokeStyle: 'line style', typography: 'text style' };

/** Text in which references stand as words that a CSS parser keeps together. */
class Words {
  readonly nodes: Node[];
  private readonly references: string[] = [];

  constructor(readonly text: string) {
    const plain = text.replace(/\{[^{}]+\}/g, (reference) => `@${this.references.push(reference) - 1}@`);
    this.nodes = valueParser(plain).nodes;
  }
  /** The `{path}` that a node stands for. */
  reference(node: Node | undefined): string | undefined {
    const number = node?.type === 'word' ? /^@(\d+)@$/.exec(node.value)?.[1] : undefined;
    return number === undefined ? undefined : this.references[Number(number)];
  }
  /** A node as a reference, or as what `read` makes of it. */
  member(node: Node | undefined, read: (text: string) => Json | undefined): Json | undefined {
    return node && (this.reference(node) ?? read(valueParser.stringify(node)));
  }
  /** The parts between commas, each as its words. */
  parts(nodes: readonly Node[] = this.nodes): Node[][] {
    return splitAtCommas(nodes).map(solid);
  }
  /** The text of nodes with references as they were typed. */
  written(nodes: readonly Node[]): string {
    return valueParser
      .stringify([...nodes])
      .replace(/@(\d+)@/g, (kept, number) => this.references[Number(number)] ?? kept);
  }
}

const solid = (nodes: readonly Node[]) =>
  nodes.filter((node) => node.type !== 'space' && node.type !== 'comment');
const textOf = (node: Node) => valueParser.stringify(node);
const LINE_WIDTHS: Readonly<Record<string, number>> = { thin: 1, medium: 3, thick: 5 };
const lineWidth = (text: string): Json | undefined =>
  Object.hasOwn(LINE_WIDTHS, text) ? quantity(LINE_WIDTHS[text]!, 'px') : lengthJson(text);
const lineStyle = (text: string): Json | undefined => {
  const word = text.toLowerCase();
  return TOKEN_TYPES.get('strokeStyle')!.check(word) ? undefined : word;
};
const number = (text: string): number | undefined =>
  /^[+-]?(\d+\.?\d*|\.\d+)$/.test(text) ? Number(text) : undefined;

function readShadow(words: Words): Typed | undefined {
  const layers: Json[] = [];
  for (const part of words.parts()) {
    const inset = part.some((node) => textOf(node).toLowerCase() === 'inset');
    const rest = part.filter((node) => textOf(node).toLowerCase() !== 'inset');
    // A colour is known by itself; a token counts as one at the end, or else in front.
    const said = rest.findIndex((node) => colorOf(textOf(node)) !== undefined);
    const at = said !== -1 ? said : words.reference(rest.at(-1)) !== undefined ? rest.length - 1 : 0;
    const color = words.member(rest.splice(at, 1)[0], colorOf);
    const lengths = rest.map((node) => words.member(node, lengthJson));
    if (color === undefined || lengths.length < 2 || lengths.length > 4 || lengths.includes(undefined))
      return undefined;
    layers.push(
      jsonObject([
        ['color', color],
        ['offsetX', lengths[0]],
        ['offsetY', lengths[1]],
        ['blur', lengths[2] ?? quantity(0, 'px')],
        ['spread', lengths[3] ?? quantity(0, 'px')],
        ['inset', inset || undefined],
      ]),
    );
  }
  return layers.length === 0 ? undefined : { value: layers.length === 1 ? layers[0]! : layers };
}

function readBorder(words: Words): Typed | undefined {
  const nodes = solid(words.nodes);
  if (nodes.length !== 3) return undefined;
  const found: Partial<Record<'width' | 'style' | 'color', Json>> = {};
  const references: string[] = [];
  for (const node of nodes) {
    const reference = words.reference(node);
    if (reference !== undefined) {
      references.push(reference);
      continue;
    }
    const text = textOf(node);
    const [name, value] = (
      [
        ['width', lineWidth(text)],
        ['style', lineStyle(text)],
        ['color', colorOf(text)],
      ] as const
    ).find(([, read]) => read !== undefined) ?? [undefined, undefined];
    if (name === undefined || found[name] !== undefined) return undefined;
    found[name] = value;
  }
  // What is not known by itself stands in the order that CSS gives.
  for (const name of ['width', 'style', 'color'] as const) found[name] ??= references.shift();
  return {
    value: jsonObject([
      ['color', found.color],
      ['width', found.width],
      ['style', found.style],
    ]),
  };
}

function readTransition(words: Words): Typed | undefined {
  const nodes = solid(words.nodes);
  const easings = nodes.filter((node) => easingJson(textOf(node)) !== undefined);
  if (nodes.length === 0 || nodes.length > 3 || easings.length > 1) return undefined;
  let [duration, delay, easing]: (Json | undefined)[] = [];
  for (const node of nodes) {
    const reference = words.reference(node);
    const time = timeJson(textOf(node));
    if (node === easings[0]) easing = easingJson(textOf(node));
    else if (reference === undefined && time === undefined) return undefined;
    else if (duration === undefined) duration = reference ?? time;
    else if (reference !== undefined && easing === undefined && easings.length === 0) easing = reference;
    else if (delay === undefined) delay = reference ?? time;
    else return undefined;
  }
  if (duration === undefined) return undefined;
  return {
    value: jsonObject([
      ['duration', duration],
      ['delay', delay ?? quantity(0, 'ms')],
      ['timingFunction', easing ?? easingJson('ease')],
    ]),
  };
}

const DEGREES: Readonly<Record<string, number>> = { deg: 1, grad: 0.9, turn: 360, rad: 180 / Math.PI };
const SIDES: Readonly<Record<string, number>> = { top: 0, right: 90, bottom: 180, left: 270 };

function readGradient(words: Words): Typed | undefined {
  const [call] = solid(words.nodes);
  const inside = call?.type === 'function' && /gradient$/i.test(call.value) ? call : undefined;
  if (inside && inside.value.toLowerCase() !== 'linear-gradient')
    return {
      problem: `A gradient token holds the stops of a line, and ${inside.value}() has another shape`,
      fix: 'Write the stops alone, or linear-gradient(…)',
    };
  const parts = words.parts(inside?.nodes);
  const [first] = parts;
  const turned = first?.length === 1 ? valueParser.unit(textOf(first[0]!)) : false;
  let angle: number | undefined;
  if (turned && Object.hasOwn(DEGREES, turned.unit)) {
    angle = Number((Number(turned.number) * DEGREES[turned.unit]!).toFixed(4));
    parts.shift();
  } else if (first?.[0] && textOf(first[0]) === 'to') {
    angle = first.length === 2 ? SIDES[textOf(first[1]!)] : undefined;
    if (angle === undefined)
      return {
        problem: 'A corner is another angle in every box',
        fix: 'Write the angle in degrees, or to top, right, bottom or left',
      };
    parts.shift();
  }
  const stops: { color: Json; position: Json | undefined }[] = [];
  for (const [color, ...at] of parts) {
    const value = words.member(color, colorOf);
    const places = at.map((node) => words.member(node, percentage));
    if (value === undefined || places.length > 2 || places.includes(undefined)) return undefined;
    for (const position of places.length === 0 ? [undefined] : places) stops.push({ color: value, position });
  }
  if (stops.length < 2) return undefined;
  spread(stops);
  return {
    value: stops.map(({ color, position }) => jsonObject([['color', color], ['position', position]])),
    ...(angle !== undefined && { beside: { angle } }),
  }; // prettier-ignore
}

const percentage = (text: string): Json | undefined => {
  const said = /^([+-]?[\d.]+)%$/.exec(text)?.[1];
  return said === undefined ? number(text) : tidy(Number(said) / 100);
};

/** Gives stops without a position theirs: the first 0, the last 1, between them evenly; none before another (CSS Images 3, 3.4.3). */
function spread(stops: { position: Json | undefined }[]): void {
  stops[0]!.position ??= 0;
  stops.at(-1)!.position ??= 1;
  let least = -Infinity;
  for (const stop of stops)
    if (typeof stop.position === 'number') stop.position = least = Math.max(least, stop.position);
  for (let i = 1; i < stops.length; i++) {
    if (stops[i]!.position !== undefined) continue;
    const from = stops[i - 1]!.position;
    const to = stops.findIndex(({ position }, at) => at > i && position !== undefined);
    const until = stops[to]!.position;
    const [low, high] = [typeof from === 'number' ? from : 0, typeof until === 'number' ? until : 1];
    for (let at = i; at < to; at++)
      stops[at]!.position = tidy(low + ((high - low) * (at - i + 1)) / (to - i + 1));
  }
}

const CAPS = ['round', 'butt', 'square'];

function readStroke(words: Words): Typed | undefined {
  const nodes = solid(words.nodes);
  const word = nodes.length === 1 ? lineStyle(textOf(nodes[0]!)) : undefined;
  if (word !== undefined) return { value: word };
  const cap = CAPS.find((name) => name === words.text.trim().split(/\s+/).at(-1)?.toLowerCase());
  const dashes = (cap === undefined ? nodes : nodes.slice(0, -1)).map((node) =>
    words.member(node, lengthJson),
  );
  if (dashes.length === 0 || dashes.includes(undefined)) return undefined;
  return {
    value: jsonObject([
      ['dashArray', dashes as Json[]],
      ['lineCap', cap ?? 'butt'],
    ]),
  };
}

const LONGHANDS: Readonly<Record<string, string>> = {
  'font-family': 'fontFamily',
  'font-size': 'fontSize',
  'font-weight': 'fontWeight',
  'letter-spacing': 'letterSpacing',
  'line-height': 'lineHeight',
};

function readTypography(words: Words): Typed | undefined {
  const found: Record<string, Json | undefined> = {};
  for (const part of words.text.split(';')) {
    const [, property, rest] = /^\s*(?:([a-z-]+)\s*:)?\s*(.*?)\s*$/.exec(part) ?? [];
    const said = new Words(rest ?? '');
    if (said.text === '') continue;
    if (property === undefined || property === 'font') {
      const wrong = readFont(said, found);
      if (wrong !== true) return wrong;
      continue;
    }
    if (!Object.hasOwn(LONGHANDS, property))
      return {
        problem: `A text style has no ${property}`,
        fix: `Write font, ${Object.keys(LONGHANDS).join(', ')}`,
      };
    const name = LONGHANDS[property]!;
    const value =
      name === 'fontFamily' ? familyOf(said, said.nodes) : memberOf(said, solid(said.nodes), name, found);
    if (value === undefined) return undefined;
    found[name] = value;
  }
  if (found.fontFamily === undefined || found.fontSize === undefined) return undefined;
  if (found.lineHeight === undefined)
    return { problem: 'This text style has no line height', fix: 'Write it behind the size: 16px/1.5' };
  return {
    value: jsonObject([
      ['fontFamily', found.fontFamily],
      ['fontSize', found.fontSize],
      ['fontWeight', found.fontWeight ?? 400],
      ['letterSpacing', found.letterSpacing ?? quantity(0, 'px')],
      ['lineHeight', found.lineHeight],
    ]),
  };
}

function memberOf(
  words: Words,
  nodes: readonly Node[],
  name: string,
  found: Readonly<Record<string, Json | undefined>>,
): Json | undefined {
  if (nodes.length !== 1) return undefined;
  const [node] = nodes;
  switch (name) {
    case 'fontSize':
      return words.member(node, lengthJson);
    case 'fontWeight':
      return words.member(node, weight);
    case 'letterSpacing':
      return words.member(node, (text) => ofSize(text, found.fontSize));
    default:
      return words.member(node, (text) => lineHeight(text, found.fontSize));
  }
}

const weight = (text: string): Json | undefined => {
  const value = number(text) ?? text.toLowerCase();
  return TOKEN_TYPES.get('fontWeight')!.check(value) ? undefined : value;
};

const sizeOf = (size: Json | undefined): { value: number; unit: string } | undefined =>
  isObject(size) ? { value: size.get('value') as number, unit: size.get('unit') as string } : undefined;

/** A length; one in `em` is worked out where the size is known. */
function ofSize(text: string, size: Json | undefined): Json | undefined {
  if (text === 'normal') return quantity(0, 'px');
  const em = valueParser.unit(text);
  const base = sizeOf(size);
  return em && em.unit === 'em' && base
    ? quantity(tidy(Number(em.number) * base.value), base.unit)
    : lengthJson(text);
}

/** A share of the size; a length or a percentage is worked out as one. */
function lineHeight(text: string, size: Json | undefined): Json | undefined {
  const unit = valueParser.unit(text);
  if (!unit || unit.number === '') return undefined;
  if (unit.unit === '') return number(text);
  if (unit.unit === '%') return tidy(Number(unit.number) / 100);
  if (unit.unit === 'em') return Number(unit.number);
  const [length, base] = [sizeOf(lengthJson(text)), sizeOf(size)];
  return length && base && length.unit === base.unit && base.value > 0
    ? tidy(length.value / base.value)
    : undefined;
}

/** `600 16px/1.5 Archivo, sans-serif`: what stands before the size, the size, its line height, and the families. */
function readFont(words: Words, found: Record<string, Json | undefined>): true | Typed | undefined {
  const nodes = solid(words.nodes);
  const slash = nodes.findIndex((node) => node.type === 'div' && node.value === '/');
  const at =
    slash > 0
      ? slash - 1
      : nodes.findIndex(
          (node) => words.reference(node) === undefined && lengthJson(textOf(node)) && !number(textOf(node)),
        );
  if (at === -1) return undefined; // prettier-ignore
  for (const node of nodes.slice(0, at)) {
    const text = textOf(node).toLowerCase();
    const value = text === 'normal' ? 400 : words.member(node, weight);
    if (value === undefined)
      return { problem: `A text style has no word for “${text}”`, fix: 'Write weight, size/line height, family' };
    if (found.fontWeight !== undefined) return undefined;
    found.fontWeight = value;
  } // prettier-ignore
  found.fontSize = memberOf(words, [nodes[at]!], 'fontSize', found);
  if (found.fontSize === undefined) return undefined;
  const behind = slash > 0 ? nodes[slash + 1] : undefined;
  if (behind) {
    found.lineHeight = memberOf(words, [behind], 'lineHeight', found);
    if (found.lineHeight === undefined)
      return {
        problem: `The line height “${words.written([behind])}” is no share of the size`,
        fix: 'Write a number as 16px/1.5, or a length in the unit of the size',
      };
  }
  found.fontFamily = familyOf(words, words.nodes.slice(words.nodes.indexOf(behind ?? nodes[at]!) + 1));
  return found.fontFamily === undefined ? undefined : true;
}

function familyOf(words: Words, nodes: readonly Node[]): Json | undefined {
  const parts = words.parts(nodes);
  const names = parts.map((part) =>
    part.length === 1
      ? words.member(part[0], familiesJson)
      : familiesJson(part.map((node) => textOf(node)).join(' ')),
  );
  if (names.length === 0 || names.includes(undefined)) return undefined;
  return names.length === 1 ? names[0] : (names as Json[]);
}
