import valueParser from 'postcss-value-parser';
import { colorText, convert, parseColor, rgbOf, type Color } from '../color/color';
import { splitAtCommas } from './css-value';

/**
 * The functions of Sass that give a constant of constants, by name: their arguments as text, computed already. Undefined
 * where an argument is not what the function takes. What they come to is that of the language's own documentation
 * (sass-lang.com, modules `sass:color` and `sass:math`); held against the compiler in `constant.test.ts`.
 */
export const SASS_FUNCTIONS: ReadonlyMap<string, (text: string) => string | undefined> = new Map(
  Object.entries<(text: string) => string | undefined>({
    darken: byPoints('lightness', -1),
    lighten: byPoints('lightness', 1),
    saturate: byPoints('saturation', 1),
    desaturate: byPoints('saturation', -1),
    'adjust-hue': turned((h, degrees) => h + degrees),
    complement: turned((h) => h + 180),
    'color.complement': turned((h) => h + 180),
    grayscale: onHsl(([h, , l]) => [h, 0, l]),
    'color.grayscale': onHsl(([h, , l]) => [h, 0, l]),
    invert: inverted,
    'color.invert': inverted,
    rgba: withAlpha,
    transparentize: moreAlpha(-1),
    'fade-out': moreAlpha(-1),
    opacify: moreAlpha(1),
    'fade-in': moreAlpha(1),
    mix,
    'color.mix': mix,
    'adjust-color': changed((old, by) => old + by),
    'color.adjust': changed((old, by) => old + by),
    'change-color': changed((_, to) => to),
    'color.change': changed((_, to) => to),
    'scale-color': changed((old, by, most) => old + (by > 0 ? most - old : old) * (by / 100)),
    'color.scale': changed((old, by, most) => old + (by > 0 ? most - old : old) * (by / 100)),
    percentage: onNumber((value) => `${plain(value * 100)}%`),
    'math.percentage': onNumber((value) => `${plain(value * 100)}%`),
    'math.round': rounded(Math.round),
    'math.ceil': rounded(Math.ceil),
    'math.floor': rounded(Math.floor),
    'math.abs': rounded(Math.abs),
    ceil: rounded(Math.ceil),
    floor: rounded(Math.floor),
    round: rounded(Math.round),
    'math.div': divided,
    unquote: (text) => text.replace(/^["']|["']$/g, ''),
    'string.unquote': (text) => text.replace(/^["']|["']$/g, ''),
  }),
);

/** Arguments, named ones with their name. */
function argumentsOf(text: string): { name?: string; value: string }[] {
  return splitAtCommas(valueParser(text).nodes).map((nodes) => {
    const own = valueParser.stringify(nodes).trim();
    const [, name, value] = /^\$?([a-z-]+):\s*(.+)$/.exec(own) ?? [];
    return name !== undefined && value !== undefined ? { name, value } : { value: own };
  });
}

const plain = (value: number): string => String(Number(value.toPrecision(10)));
const numberOf = (text: string | undefined): number | undefined =>
  text !== undefined && /^[-+]?(\d+\.?\d*|\.\d+)(%|deg)?$/.test(text) ? Number.parseFloat(text) : undefined;
const within = (value: number, most: number): number => Math.min(most, Math.max(0, value));

type Triple = [number, number, number];
const hslOf = (color: Color): Triple =>
  convert(color, 'hsl').components.map((part) => (part === 'none' ? 0 : part)) as Triple;
const hsl = (components: Triple, alpha: number): string =>
  colorText({ space: 'hsl', components, alpha: within(alpha, 1) });

function onHsl(change: (parts: Triple, amount: number | undefined) => Triple | undefined) {
  return (text: string): string | undefined => {
    const [first, second] = argumentsOf(text);
    const color = first && parseColor(first.value);
    const parts = color && change(hslOf(color), numberOf(second?.value));
    return color && parts && hsl(parts, color.alpha);
  };
}

/** Moves saturation or lightness by points of a hundred. */
function byPoints(part: 'saturation' | 'lightness', sign: 1 | -1) {
  return onHsl(([h, s, l], by) =>
    by === undefined
      ? undefined
      : part === 'lightness'
        ? [h, s, within(l + sign * by, 100)]
        : [h, within(s + sign * by, 100), l],
  );
}

function turned(to: (hue: number, degrees: number) => number) {
  return onHsl(([h, s, l], degrees = 0) => [(((to(h, degrees) % 360) + 360) % 360), s, l]); // prettier-ignore
}

function inverted(text: string): string | undefined {
  const [first, second] = argumentsOf(text);
  const color = first && parseColor(first.value);
  // `invert(100%)` is a filter of CSS.
  if (!color || second) return undefined;
  const { r, g, b } = rgbOf(color);
  return colorText({ space: 'srgb', components: [1 - r, 1 - g, 1 - b], alpha: color.alpha });
}

function withAlpha(text: string): string | undefined {
  const [first, second, ...more] = argumentsOf(text);
  const color = first && parseColor(first.value);
  const alpha = numberOf(second?.value);
  if (!color || alpha === undefined || more.length > 0) return undefined;
  return colorText({ ...color, alpha: within(second!.value.endsWith('%') ? alpha / 100 : alpha, 1) });
}

function moreAlpha(sign: 1 | -1) {
  return (text: string): string | undefined => {
    const [first, second] = argumentsOf(text);
    const color = first && parseColor(first.value);
    const by = numberOf(second?.value);
    return color && by !== undefined
      ? colorText({ ...color, alpha: within(color.alpha + sign * by, 1) })
      : undefined;
  };
}

/** Weighs by share and by how opaque each is. */
function mix(text: string): string | undefined {
  const [first, second, third] = argumentsOf(text);
  const [a, b] = [first && parseColor(first.value), second && parseColor(second.value)];
  const share = third ? numberOf(third.value) : 50;
  if (!a || !b || share === undefined) return undefined;
  const p = share / 100;
  const w = p * 2 - 1;
  const apart = a.alpha - b.alpha;
  const own = ((w * apart === -1 ? w : (w + apart) / (1 + w * apart)) + 1) / 2;
  const [one, other] = [rgbOf(a), rgbOf(b)];
  const channel = (key: 'r' | 'g' | 'b') => one[key] * own + other[key] * (1 - own);
  return colorText({
    space: 'srgb',
    components: [channel('r'), channel('g'), channel('b')],
    alpha: a.alpha * p + b.alpha * (1 - p),
  });
}

/** Each named part of a colour made another: by its old value, what is said, and the most there can be of it. */
function changed(to: (old: number, said: number, most: number) => number) {
  return (text: string): string | undefined => {
    const [first, ...named] = argumentsOf(text);
    const color = first && parseColor(first.value);
    if (!color || named.length === 0) return undefined;
    const rgb = rgbOf(color);
    const inRgb: Record<string, number> = { red: rgb.r * 255, green: rgb.g * 255, blue: rgb.b * 255 };
    const [hue, saturation, lightness] = hslOf(color);
    const inHsl: Record<string, number> = { hue, saturation, lightness };
    let { alpha } = color;
    let space: 'srgb' | 'hsl' | undefined;
    for (const { name, value } of named) {
      const said = numberOf(value);
      if (name === undefined || said === undefined) return undefined;
      if (name === 'alpha') alpha = within(to(alpha, said, 1), 1);
      else if (name in inRgb) {
        inRgb[name] = within(to(inRgb[name]!, said, 255), 255);
        space = 'srgb';
      } else if (name in inHsl) {
        const most = name === 'hue' ? 360 : 100;
        const next = to(inHsl[name]!, said, most);
        inHsl[name] = name === 'hue' ? ((next % 360) + 360) % 360 : within(next, most);
        space = 'hsl';
      } else return undefined;
    }
    if (space === undefined) return colorText({ ...color, alpha });
    return space === 'hsl'
      ? hsl([inHsl.hue!, inHsl.saturation!, inHsl.lightness!], alpha)
      : colorText({ space, components: [inRgb.red! / 255, inRgb.green! / 255, inRgb.blue! / 255], alpha });
  };
}

function onNumber(print: (value: number) => string) {
  return (text: string): string | undefined => {
    const value = /^[-+]?(\d+\.?\d*|\.\d+)$/.test(text) ? Number(text) : undefined;
    return value === undefined ? undefined : print(value);
  };
}

function rounded(round: (value: number) => number) {
  return (text: string): string | undefined => {
    const [, number, unit] = /^([-+]?(?:\d+\.?\d*|\.\d+))([a-z]*|%)$/i.exec(text) ?? [];
    return number === undefined ? undefined : `${plain(round(Number(number)))}${unit!}`;
  };
}

function divided(text: string): string | undefined {
  const [a, b] = argumentsOf(text).map(({ value }) => valueParser.unit(value));
  if (!a || !b || Number(b.number) === 0) return undefined;
  if (b.unit !== '' && b.unit !== a.unit) return undefined;
  return `${plain(Number(a.number) / Number(b.number))}${b.unit === '' ? a.unit : ''}`;
}
