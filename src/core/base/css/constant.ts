import { calc } from '@csstools/css-calc';
import { color as readColor } from '@csstools/css-color-parser';
import { parseComponentValue } from '@csstools/css-parser-algorithms';
import { tokenize } from '@csstools/css-tokenizer';
import valueParser, { type FunctionNode, type Node } from 'postcss-value-parser';
import { colorText, parseColor, type Color } from '../color/color';
import { COLOR_SPACES } from '../color/spaces';
import { splitAtCommas } from './css-value';
import { SASS_FUNCTIONS } from './sass-functions';

/** What a name stands for, as text: `--x`, `$x`, or `$map key`; undefined where nothing sets it. */
export type Lookup = (name: string) => string | undefined;

/** Names put in one within another, and nodes of values that are looked at: what needs more is no constant. */
const DEEPEST = 40;
const MOST = 20_000;
const LONGEST = 20_000;

const COLOR_FUNCTION = /^(rgba?|hsla?|hwb|lab|lch|oklab|oklch|color|color-mix|light-dark)$/;
const SUM = /^(calc|min|max|clamp|round|mod|rem|abs|sign)$/;
/** What is inside is no value: an address, a condition. */
const CLOSED = /^(url|attr|env|format|local|image-set|counter|selector)$/;

/**
 * A CSS or SCSS value with its names put in and what is constant computed: sums (CSS Values 4, section 10), colours in
 * every function of CSS Color 5, the colour, map and number functions of Sass, and its arithmetic. What cannot be
 * computed (a percentage, the width of the window) stays as it is written.
 * @returns undefined where a name is set nowhere, stands for itself, or the text grows beyond what a value is
 */
export function constantText(
  value: string,
  lookup: Lookup,
  { sass = false }: { sass?: boolean } = {},
): string | undefined {
  if (isTooDeep(value)) return undefined;
  try {
    return new Computing(lookup, sass).text(value, 0).trim();
  } catch (error) {
    if (error instanceof NotConstant) return undefined;
    throw error;
  }
}

/** Whether brackets stand one in another deeper than any value that is meant. */
export function isTooDeep(text: string): boolean {
  let depth = 0;
  for (let i = 0; i < text.length; i++) {
    const char = text.charCodeAt(i);
    if (char === 40 && ++depth > DEEPEST) return true;
    if (char === 41) depth--;
  }
  return false;
}

/** The colour a constant text is; with what CSS computes itself put in. */
export function constantColor(text: string): Color | undefined {
  const plain = parseColor(text);
  if (plain) return plain;
  // A function of CSS with something in it that is computed.
  if (!/^[a-z-]+\(/i.test(text.trim()) || text.length > LONGEST || isTooDeep(text)) return undefined;
  const parsed = parseComponentValue(tokenize({ css: text }));
  const data = parsed && readColor(parsed);
  if (!data || typeof data.alpha !== 'number') return undefined;
  const notation: string = data.colorNotation;
  const space = notation === 'rgb' || notation === 'hex' ? 'srgb' : notation;
  if (!COLOR_SPACES.has(space)) return undefined;
  const tidy = (channel: number) => (Number.isNaN(channel) ? 'none' : Number(channel.toPrecision(9)));
  return { space, components: data.channels.map(tidy), alpha: tidy(data.alpha) === 'none' ? 1 : data.alpha };
}

class NotConstant extends Error {
  override readonly name = 'NotConstant';
}

class Computing {
  private steps = 0;
  constructor(
    private readonly lookup: Lookup,
    private readonly sass: boolean,
  ) {}

  text(value: string, depth: number): string {
    if (depth > DEEPEST || value.length > LONGEST) throw new NotConstant();
    if (!/[($#*+/]/.test(value)) return value;
    // `#{…}` of Sass puts a value into text; spaces part its operators.
    const source = this.sass
      ? value.replace(/#\{([^{}]*)\}/g, '$1').replace(/\s*\*\s*/g, ' * ').replace(/\s*!(default|global)\b/g, '') // prettier-ignore
      : value;
    return this.list(valueParser(source).nodes, depth, false);
  }

  /** A list with commas; within brackets of its own a slash divides. */
  private list(nodes: readonly Node[], depth: number, bracketed: boolean): string {
    return splitAtCommas(nodes)
      .map((part) => this.row(part, depth, bracketed))
      .join(', ');
  }

  private row(nodes: readonly Node[], depth: number, bracketed: boolean): string {
    if (depth > DEEPEST) throw new NotConstant();
    const own = nodes.filter(({ type }) => type !== 'comment');
    let named = false;
    const pieces = own.map((node, i) => {
      if (++this.steps > MOST) throw new NotConstant();
      if (node.type === 'space') return ' ';
      if (node.type === 'div') return node.value === '/' ? ' / ' : valueParser.stringify(node);
      if (node.type === 'word') {
        // The name of an argument.
        if (own[i + 1]?.type === 'div' && own[i + 1]!.value === ':') return node.value;
        const text = this.word(node, depth);
        named ||= this.sass && text !== node.value;
        return text;
      }
      if (node.type !== 'function') return valueParser.stringify(node);
      named ||= this.sass && !SUM.test(node.value.toLowerCase());
      return this.call(node, depth);
    });
    const row = pieces.join('').replace(/\s+/g, ' ');
    if (row.length > LONGEST) throw new NotConstant();
    return this.sass ? arithmetic(row.trim(), bracketed || named) : row;
  }

  private word({ value }: Node, depth: number): string {
    if (!this.sass) return value;
    const [, minus = '', name] = /^(-?)(?:[\w-]+\.)?(\$[\w-]+)$/.exec(value) ?? [];
    if (name === undefined) return value;
    const found = this.lookup(name);
    if (found === undefined) throw new NotConstant();
    const text = this.text(found, depth + 1);
    return minus === '' ? text : arithmetic(`-1 * ${text}`, true);
  }

  private call(node: FunctionNode, depth: number): string {
    const name = node.value.toLowerCase();
    if (name === 'var') return this.reference(node, depth);
    if (CLOSED.test(name)) return valueParser.stringify(node);
    if (this.sass && /^(map-get|map\.get)$/.test(name)) return this.entry(node, depth);
    if (name === 'light-dark' && !this.sass) {
      const [light] = splitAtCommas(node.nodes);
      return this.row(light ?? [], depth + 1, false);
    }
    const inner = this.list(node.nodes, depth + 1, name === '');
    if (name === '') return this.sass ? inner : `(${inner})`;
    if (this.sass && SASS_FUNCTIONS.has(name)) {
      const made = SASS_FUNCTIONS.get(name)!(inner);
      if (made !== undefined) return made;
    }
    const whole = `${node.value}(${inner})`;
    if (COLOR_FUNCTION.test(name)) {
      const color = constantColor(whole);
      if (color) return colorText(color);
    }
    return SUM.test(name) ? calc(whole, { precision: 10 }) : whole;
  }

  private reference(node: FunctionNode, depth: number): string {
    const [first, ...fallback] = splitAtCommas(node.nodes);
    const name = first?.find(({ type }) => type === 'word')?.value ?? '';
    const found = this.lookup(name);
    if (found !== undefined) return this.text(found, depth + 1);
    if (fallback.length === 0) throw new NotConstant();
    return fallback.map((part) => this.row(part, depth + 1, false)).join(', ');
  }

  /** `map.get($map, "key")`, with further keys of maps in it. */
  private entry(node: FunctionNode, depth: number): string {
    const [map, ...keys] = splitAtCommas(node.nodes).map((part) => valueParser.stringify(part).trim());
    const name = map?.replace(/^[\w-]+\./, '') ?? '';
    const words = keys.map((key) => key.replace(/^["']|["']$/g, ''));
    const found = name.startsWith('$') && words.length > 0 ? this.lookup([name, ...words].join(' ')) : undefined;
    if (found === undefined) throw new NotConstant();
    return this.text(found, depth + 1);
  } // prettier-ignore
}

const NUMBER = String.raw`[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?(?:[a-z]+|%)?`;
const PRODUCT = new RegExp(String.raw`(?:^|(?<= ))(${NUMBER}) ([*/]) (${NUMBER})(?= |$)`, 'i');
const SUMMED = new RegExp(String.raw`(?:^|(?<= ))(${NUMBER}) ([-+]) (${NUMBER})(?= |$)`, 'i');

/** A number without a unit is added in the unit of the other. */
const alike = (a: string, b: string, operator: string): string =>
  /[-+]/.test(operator) && /\d$/.test(a) ? a + /[a-z%]*$/i.exec(b)![0] : a;

/** Operators of Sass between two numbers, products first; a slash divides only where Sass has it so. */
function arithmetic(row: string, divides: boolean): string {
  let text = row;
  for (const pattern of [PRODUCT, SUMMED])
    for (let found = pattern.exec(text); found; found = pattern.exec(text)) {
      const [whole, a, operator, b] = found as unknown as [string, string, string, string];
      if (operator === '/' && !divides) return text;
      const result = calc(`calc(${alike(a, b, operator)} ${operator} ${alike(b, a, operator)})`, {
        precision: 10,
      });
      if (result.startsWith('calc(')) return text;
      text = text.slice(0, found.index) + result + text.slice(found.index + whole.length);
    }
  return text;
}
