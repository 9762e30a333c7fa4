import valueParser, { type FunctionNode, type Node } from 'postcss-value-parser';
import { colorText, parseColor } from '../color/color';
import { EASINGS, easingJson, familiesJson, lengthJson, splitAtCommas, timeJson } from './css-value';

/** What a value part is (COMMANDS, `scan`). */
export type PartKind = 'color' | 'length' | 'duration' | 'easing' | 'fontFamily' | 'fontWeight' | 'shadow';

/** One value that could be a token, or one reference, within the text of a value; offsets in UTF-16 units. */
export interface ValuePart {
  kind: PartKind | 'reference';
  from: number;
  to: number;
  /** Of a reference its name with its sign: `--x`, `$x`, `@x`. Else the value as CSS. */
  text: string;
  /** Whether it stands within a function that is not one of CSS: a preprocessor computes with it. */
  computed: boolean;
}

const kinds = (...all: PartKind[]): ReadonlySet<PartKind> => new Set(all);
const COLOR = kinds('color');
const LENGTH = kinds('length');
const LINE = kinds('color', 'length');
const MOTION = kinds('duration', 'easing');

/** Which kinds of value count in a property; any other property is about none (COMMANDS, `scan`). */
const ABOUT: readonly [properties: RegExp, kinds: ReadonlySet<PartKind>][] = [
  [/^(.+-)?color$|^(background(-image)?|fill|stroke|border-image(-source)?)$/, COLOR],
  [/^(border|outline|column-rule)(-(top|right|bottom|left|block|inline)(-(start|end))?)?$|^text-(decoration|stroke)$/, LINE],
  [/^(border|outline|column-rule)(-[a-z]+)*-width$|^(stroke|text-stroke)-width$|^text-decoration-thickness$/, LENGTH],
  [/^(margin|padding)(-(top|right|bottom|left|block|inline)(-(start|end))?)?$|^(grid-)?(row-|column-)?gap$/, LENGTH],
  [/^border(-[a-z]+)*-radius$/, LENGTH],
  [/^(font-size|line-height|letter-spacing|word-spacing)$/, LENGTH],
  [/^font-family$/, kinds('fontFamily')],
  [/^font-weight$/, kinds('fontWeight')],
  [/^font$/, kinds('fontFamily', 'fontWeight', 'length')],
  [/^(box|text)-shadow$|^(backdrop-)?filter$/, kinds('shadow')],
  [/^(transition|animation)$/, MOTION],
  [/^(transition|animation)-(duration|delay)$/, kinds('duration')],
  [/^(transition|animation)-timing-function$/, kinds('easing')],
]; // prettier-ignore

/** A property in small letters, without the prefix of a browser. */
export const unprefixed = (property: string): string =>
  property.toLowerCase().replace(/^-(webkit|moz|ms|o)-/, '');

/** Whose value says itself what it is: custom properties and variables. */
const isVariable = (property: string) => /^(--|[$@])/.test(property);
const ANY = kinds('color', 'length', 'duration', 'easing', 'fontFamily', 'fontWeight', 'shadow');

/** The kinds that count in a property; none where it is not about style that tokens are made for. */
export function kindsIn(property: string): ReadonlySet<PartKind> | undefined {
  if (isVariable(property)) return ANY;
  // The same few properties are asked for with every declaration of a source.
  if (!known.has(property)) {
    const name = unprefixed(property);
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(property, ABOUT.find(([properties]) => properties.test(name))?.[1]);
  }
  return known.get(property);
}
const known = new Map<string, ReadonlySet<PartKind> | undefined>();
const MOST_KNOWN = 1000;

/** Within these a language computes with lengths. */
const SUMS = new Set(['calc', 'min', 'max', 'clamp', '']);
const COLOR_FUNCTION = /^(rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)$/i;
const EASING_FUNCTION = /^(cubic-bezier|steps|linear)$/i;
/** What is inside is no value: an address, an attribute, a condition. */
const CLOSED = /^(url|attr|env|format|local|image-set|counter|selector|-webkit-image-set)$/i;
/** A reference in SCSS, with or without the module it comes from, and in Less. */
const SIGNED = /(?<![\w$@])([\w-]+\.)?([$@])(?!\d+$)\{?([\p{L}\p{N}_-]*[\p{L}\p{N}_])\}?/gu;

/** @param signs what stands before the name of a variable: `$` in SCSS, `@` in Less */
export function valueParts(property: string, value: string, signs = ''): ValuePart[] {
  const counted = kindsIn(property);
  if (!counted || value.length > 20_000) return [];
  return new ValueReading(property, value, counted, signs).parts();
}

/** Functions in which the name of a colour is a colour. */
const HOLDS_COLORS = /gradient$|^(color-mix|light-dark|rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)$/;
/** Whether a function is one of CSS, that a browser works out. */
const isOfCss = (name: string): boolean =>
  SUMS.has(name) ||
  HOLDS_COLORS.test(name) ||
  /^(drop-shadow|blur|brightness|contrast|opacity|saturate)$/.test(name);
const EASING_NAME = /eas|timing|motion|curve/;

/** What a value stands in: a function of a preprocessor, one that sums, one in which names of colours are colours. */
interface Place {
  computed: boolean;
  sums: boolean;
  named: boolean;
}
const NONE: never[] = [];
const BARE: Place = { computed: false, sums: true, named: true };

class ValueReading {
  private readonly found: ValuePart[] = [];
  private readonly name: string;

  constructor(
    property: string,
    private readonly value: string,
    private readonly counted: ReadonlySet<PartKind>,
    private readonly signs: string,
  ) {
    this.name = unprefixed(property);
  }

  parts(): ValuePart[] {
    const { nodes } = valueParser(this.value);
    if (isVariable(this.name)) this.variable(nodes);
    else if (this.name === 'font-family') this.families(nodes);
    else if (this.name === 'font') this.font(nodes);
    else if (/-shadow$/.test(this.name)) this.shadows(nodes);
    else if (/filter$/.test(this.name)) this.filters(nodes);
    else this.walk(nodes, BARE);
    return this.found.sort((a, b) => a.from - b.from);
  }

  private add(kind: ValuePart['kind'], from: number, to: number, text: string, computed: boolean): void {
    // What is never closed is said to end behind the text.
    this.found.push({ kind, from, to: Math.min(to, this.value.length), text, computed });
  }

  /** The value of a variable says what it is about: a shadow, a family, else what stands in it. */
  private variable(nodes: Node[]): void {
    const about = this.name.toLowerCase();
    if (/font/.test(about) && /famil|stack|face|font$/.test(about) && this.isFamilies(nodes)) return this.families(nodes);
    if (this.isShadow(nodes)) return this.shadows(nodes);
    this.walk(nodes, BARE);
  } // prettier-ignore

  private isFamilies(nodes: Node[]): boolean {
    return this.references(nodes).length > 0 || familiesJson(valueParser.stringify(nodes)) !== undefined;
  }

  /** Two lengths and a colour in each layer, and nothing else but `inset`. */
  private isShadow(nodes: Node[]): boolean {
    const layers = splitAtCommas(nodes);
    return (
      layers.length > 0 &&
      layers.every((layer) => {
        const words = layer.filter(({ type }) => type !== 'space' && type !== 'comment');
        const lengths = words.filter((node) => lengthJson(valueParser.stringify(node)) !== undefined);
        const rest = words.filter((node) => !lengths.includes(node) && node.value.toLowerCase() !== 'inset');
        return lengths.length >= 2 && lengths.length <= 4 && rest.length === 1 && (colorOf(rest[0]!) !== undefined || this.references(rest).length > 0);
      })
    );
  } // prettier-ignore

  private walk(nodes: readonly Node[], place: Place): void {
    nodes.forEach((node, i) => {
      if (node.type === 'function') this.call(node, place);
      else if (node.type === 'word') {
        // The key of a map of SCSS is no value.
        const next = nodes.slice(i + 1).find(({ type }) => type !== 'space');
        if (!(next?.type === 'div' && next.value === ':')) this.word(node, place);
      }
    });
  }

  private call(node: FunctionNode, { computed, sums, named }: Place): void {
    const name = node.value.toLowerCase();
    if (CLOSED.test(name)) return;
    if (name === 'var') return void this.refer([node]);
    const [from, to] = [node.sourceIndex, node.sourceEndIndex];
    const text = this.value.slice(from, to);
    if (this.references([node]).length === 0) {
      const color = COLOR_FUNCTION.test(name) ? parseColor(text) : undefined;
      if (color) {
        if (this.counted.has('color')) this.add('color', from, to, colorText(color), computed);
        return;
      }
      if (EASING_FUNCTION.test(name)) {
        if (this.counted.has('easing')) this.add('easing', from, to, easingText(text), computed);
        return;
      }
    }
    this.walk(node.nodes, {
      computed: computed || !isOfCss(name),
      sums: sums && SUMS.has(name),
      named: named && (name === '' || HOLDS_COLORS.test(name)),
    });
  }

  private word(node: Node, { computed, sums, named }: Place): void {
    if (this.refer([node], computed)) return;
    const { sourceIndex: from, sourceEndIndex: to } = node;
    const word = node.value.toLowerCase();
    const is = (kind: PartKind) => this.counted.has(kind);
    if (is('fontWeight') && /weight$/.test(this.name)) {
      if (isWeight(word)) this.add('fontWeight', from, to, weightText(word), computed);
    } else if (is('length') && sums && isLength(word)) this.add('length', from, to, word, computed);
    // A number of user units (SVG 2, 13.5.3); any other length without a unit is none.
    else if (this.name === 'stroke-width' && /^\d*\.?\d+$/.test(word) && Number(word) !== 0)
      this.add('length', from, to, `${Number(word)}px`, computed);
    else if (is('duration') && timeJson(word) !== undefined && Number.parseFloat(word) !== 0)
      this.add('duration', from, to, word, computed);
    else if (is('easing') && Object.hasOwn(EASINGS, word) && (!isVariable(this.name) || EASING_NAME.test(this.name)))
      this.add('easing', from, to, easingText(word), computed);
    else if (is('color') && (named || word.startsWith('#'))) {
      const color = colorOf(node);
      if (color !== undefined) this.add('color', from, to, color, computed);
    }
  } // prettier-ignore

  /** The variables of SCSS and Less within one word: `$a`, `tokens.$a`, `-$a`, `@a`, `#{$a}`. */
  private signed(node: Node): { from: number; to: number; text: string }[] {
    if (this.signs === '' || node.type !== 'word' || !/[$@]/.test(node.value)) return NONE;
    return [...node.value.matchAll(SIGNED)].flatMap((match) => {
      const [whole, , sign, name] = match;
      if (!this.signs.includes(sign!)) return [];
      const from = node.sourceIndex + match.index;
      return [{ from, to: from + whole.length, text: `${sign!}${name!}` }];
    });
  }

  /** Puts down the references within nodes. @returns whether there are any */
  private refer(nodes: readonly Node[], within = false): boolean {
    const found = this.references(nodes, within);
    for (const { from, to, text, computed } of found) this.add('reference', from, to, text, computed);
    return found.length > 0;
  }

  /** The references anywhere within nodes, but in what stands in for another. */
  private references(nodes: readonly Node[], computed = false, found: Omit<ValuePart, 'kind'>[] = []): Omit<ValuePart, 'kind'>[] {
    for (const node of nodes) {
      if (node.type !== 'function') {
        for (const one of this.signed(node)) found.push({ ...one, computed });
        continue;
      }
      const name = node.value.toLowerCase();
      if (CLOSED.test(name)) continue;
      if (name !== 'var') {
        this.references(node.nodes, computed || !isOfCss(name), found);
        continue;
      }
      const own = node.nodes.find(({ type }) => type === 'word')?.value;
      if (own?.startsWith('--'))
        found.push({ from: node.sourceIndex, to: node.sourceEndIndex, text: own, computed: false });
    }
    return found;
  } // prettier-ignore

  /** A list of families is one part; with a reference in it, that is what counts. */
  private families(nodes: readonly Node[]): void {
    if (this.refer(nodes)) return;
    const own = trimmed(nodes);
    if (own.length === 0 || (own.length === 1 && NO_VALUE.test(own[0]!.value))) return;
    const [from, to] = [own[0]!.sourceIndex, own.at(-1)!.sourceEndIndex];
    const text = this.value.slice(from, to);
    this.add('fontFamily', from, to, familiesText(text), false);
  }

  /** `font`: weight, size, line height, families (CSS Fonts 4, 2.7). */
  private font(nodes: readonly Node[]): void {
    const own = trimmed(nodes);
    if (own.length === 1 && own[0]!.type === 'word' && this.signed(own[0]!).length === 0) return;
    let sized = false;
    let at = 0;
    for (; at < own.length; at++) {
      const node = own[at]!;
      const text = valueParser.stringify(node);
      if (node.type === 'space' || node.type === 'comment' || (node.type === 'div' && node.value === '/')) continue;
      const isSize = lengthJson(text) !== undefined || /^[\d.]+(%|r?em|ex|ch|v[wh]|vmin|vmax)$|^(xx?-|x{3}-)?(small|large)$|^medium$|^(smaller|larger)$/i.test(text);
      const isLine = sized && own[at - 1]?.type === 'div';
      if (sized && !isLine) break;
      if (isLine) {
        if (isLength(text.toLowerCase())) this.add('length', node.sourceIndex, node.sourceEndIndex, text.toLowerCase(), false);
        else if (node.type === 'function') this.walk([node], BARE);
        else this.refer([node]);
      } else if (isSize) {
        sized = true;
        if (isLength(text.toLowerCase())) this.add('length', node.sourceIndex, node.sourceEndIndex, text.toLowerCase(), false);
      } else if (node.type === 'word' && /^(bold|\d{1,4})$/i.test(text))
        this.add('fontWeight', node.sourceIndex, node.sourceEndIndex, weightText(text.toLowerCase()), false);
      else if (this.refer([node])) {
        // What comes last before a slash or the families is the size.
        const next = own.slice(at + 1).find(({ type }) => type !== 'space');
        sized = next?.type === 'div' || (next !== undefined && own.slice(at + 1).every((other) => !isSizeNode(other)));
      } else if (node.type === 'function') {
        this.walk([node], BARE);
        sized = true;
      }
    }
    if (at < own.length) this.families(own.slice(at));
  } // prettier-ignore

  private shadows(nodes: readonly Node[]): void {
    for (const layer of splitAtCommas(nodes)) {
      const own = trimmed(layer);
      if (own.length === 0) continue;
      if (this.refer(own) || (own.length === 1 && own[0]!.type === 'word')) continue;
      const [from, to] = [own[0]!.sourceIndex, own.at(-1)!.sourceEndIndex];
      this.add('shadow', from, to, shadowText(this.value.slice(from, to)), false);
    }
  }

  private filters(nodes: readonly Node[]): void {
    for (const node of nodes)
      if (node.type === 'function' && node.value.toLowerCase() === 'drop-shadow') this.shadows(node.nodes);
      else this.refer([node]);
  }
}

const NO_VALUE = /^(inherit|initial|unset|revert|revert-layer|none|auto|normal|transparent|currentcolor)$/i;

const trimmed = (nodes: readonly Node[]): Node[] => {
  const own = nodes.filter(({ type }) => type !== 'comment');
  while (own[0]?.type === 'space') own.shift();
  while (own.at(-1)?.type === 'space') own.pop();
  // Flags of SCSS are none of the value.
  while (own.at(-1)?.type === 'word' && /^!/.test(own.at(-1)!.value)) {
    own.pop();
    while (own.at(-1)?.type === 'space') own.pop();
  }
  return own;
};
const isLength = (word: string): boolean => lengthJson(word) !== undefined && Number.parseFloat(word) !== 0;
const isWeight = (word: string): boolean =>
  /^(bold|normal)$/.test(word) || (/^\d{1,4}$/.test(word) && Number(word) >= 1 && Number(word) <= 1000);
const isSizeNode = (node: Node): boolean =>
  node.type === 'word' && /^[\d.]+([a-z]+|%)$|^(xx?-|x{3}-)?(small|large)$|^medium$/i.test(node.value);

function colorOf(node: Node): string | undefined {
  const text = valueParser.stringify(node);
  if (NO_VALUE.test(text)) return undefined;
  const color = parseColor(text);
  return color && colorText(color);
}

/** As a token of the type prints it, so that equal values read alike. */
const weightText = (word: string): string =>
  word === 'bold' ? '700' : word === 'normal' ? '400' : String(Number(word));
const easingText = (text: string): string => {
  const easing = easingJson(text);
  return easing ? `cubic-bezier(${(easing as number[]).join(', ')})` : text.toLowerCase();
};
const familiesText = (text: string): string => {
  const families = familiesJson(text);
  return families === undefined
    ? text
    : (Array.isArray(families) ? families : [families]).map((one) => String(one).toLowerCase()).join(', ');
};
/** `0 1px 2px red` and `red 0 1px 2px 0` are one shadow. */
function shadowText(text: string): string {
  const words = trimmed(valueParser(text).nodes).filter(({ type }) => type !== 'space');
  const lengths = words.flatMap((node) => {
    const px = pxText(valueParser.stringify(node));
    return px === undefined ? [] : [px];
  });
  const color = words.map(colorOf).find((one) => one !== undefined);
  const inset = words.some(({ value }) => value.toLowerCase() === 'inset');
  while (lengths.length < 4) lengths.push('0px');
  return `${inset ? 'inset ' : ''}${lengths.join(' ')} ${color ?? ''}`.trim();
}
/** A length in px, `rem` as 16 of them. */
export function pxText(text: string): string | undefined {
  const length = lengthJson(text);
  if (!(length instanceof Map)) return undefined;
  const number = (length.get('value') as number) * (length.get('unit') === 'rem' ? 16 : 1);
  return `${Number(number.toPrecision(10))}px`;
}
