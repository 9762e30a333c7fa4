import {
  converter,
  modeA98,
  modeHsl,
  modeHwb,
  modeLab,
  modeLab65,
  modeLch,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeP3,
  modeProphoto,
  modeRec2020,
  modeRgb,
  modeXyz50,
  modeXyz65,
  parse,
  useMode,
  type Color as CuloriColor,
} from 'culori/fn';
import { isObject, jsonObject, type Json } from '../json/json';
import { COLOR_SPACES } from './spaces';

for (const mode of [
  modeRgb, modeLrgb, modeHsl, modeHwb, modeLab, modeLab65, modeLch, modeOklab, modeOklch,
  modeP3, modeA98, modeProphoto, modeRec2020, modeXyz65, modeXyz50,
]) useMode(mode as never); // prettier-ignore

/** A colour as DTCG writes it. Components in the space's own units (hsl saturation 0..100, oklch lightness 0..1). */
export interface Color {
  space: string;
  components: (number | 'none')[];
  /** 0..1 */
  alpha: number;
}

/** Gamma-encoded sRGB, nominally 0..1 a channel; outside that where the colour lies outside sRGB. */
export interface Rgb {
  r: number;
  g: number;
  b: number;
  /** 0..1 */
  alpha: number;
}

/** Reads a DTCG colour value that has passed the colour type's check. */
export function colorOf(value: Json): Color | undefined {
  if (!isObject(value)) return undefined;
  const alpha = value.get('alpha');
  return {
    space: value.get('colorSpace') as string,
    components: value.get('components') as (number | 'none')[],
    alpha: typeof alpha === 'number' ? alpha : 1,
  };
}

export function colorJson(color: Color): Json {
  return jsonObject([
    ['colorSpace', color.space],
    ['components', color.components],
    ['alpha', color.alpha],
  ]);
}

const toRgb = converter('rgb');

function toCulori(color: Color): CuloriColor {
  const space = COLOR_SPACES.get(color.space)!;
  const result: Record<string, unknown> = { mode: space.mode, alpha: color.alpha };
  space.channels.forEach((channel, i) => {
    const component = color.components[i];
    if (typeof component === 'number') result[channel] = component * space.scale[i]!;
  });
  return result as unknown as CuloriColor;
}

/** Converts to gamma-encoded sRGB, not clipped. Missing components (`none`) count as 0. */
export function rgbOf(color: Color): Rgb {
  if (color.space === 'srgb') {
    const [r, g, b] = color.components.map((c) => (c === 'none' ? 0 : c)) as [number, number, number];
    return { r, g, b, alpha: color.alpha };
  }
  const rgb = toRgb(toCulori(color));
  return { r: rgb.r ?? 0, g: rgb.g ?? 0, b: rgb.b ?? 0, alpha: color.alpha };
}

export function clipped(rgb: Rgb): Rgb {
  const clip = (c: number) => Math.min(1, Math.max(0, c));
  return { r: clip(rgb.r), g: clip(rgb.g), b: clip(rgb.b), alpha: rgb.alpha };
}

/** Converts to any DTCG space. */
export function convert(color: Color, spaceName: string): Color {
  const space = COLOR_SPACES.get(spaceName)!;
  const converted = converter(space.mode as 'rgb')(toCulori(color)) as unknown as Record<
    string,
    number | undefined
  >;
  return {
    space: spaceName,
    components: space.channels.map((channel, i) => {
      const value = converted[channel];
      return value === undefined || Number.isNaN(value) ? 'none' : value / space.scale[i]!;
    }),
    alpha: color.alpha,
  };
}

/** A number as CSS writes it: no exponent, no more digits than JavaScript needs to tell it apart. */
export function numberText(value: number): string {
  const text = String(value);
  if (!text.includes('e')) return text;
  return value.toFixed(20).replace(/\.?0+$/, '') || '0';
}

const HEX = Array.from({ length: 256 }, (_, i) => i.toString(16).padStart(2, '0'));
const hexByte = (c: number) => HEX[Math.min(255, Math.max(0, Math.round(c * 255)))]!;

export function hexOf(rgb: Rgb): string {
  const hex = `#${hexByte(rgb.r)}${hexByte(rgb.g)}${hexByte(rgb.b)}`;
  return rgb.alpha < 1 ? hex + hexByte(rgb.alpha) : hex;
}

/**
 * CSS text of a colour: srgb, hsl and hwb as lower-case hex, every other space in its own notation, as CSS Color
 * Module Level 4 section 15 serialises it.
 */
export function colorText(color: Color): string {
  if (color.space === 'srgb' || color.space === 'hsl' || color.space === 'hwb') return hexOf(rgbOf(color));
  const space = COLOR_SPACES.get(color.space)!;
  const components = color.components.map((c) => (c === 'none' ? 'none' : numberText(c))).join(' ');
  const alpha = color.alpha < 1 ? ` / ${numberText(color.alpha)}` : '';
  return space.css === 'fn'
    ? `${space.name}(${components}${alpha})`
    : `color(${space.name} ${components}${alpha})`;
}

const BY_MODE = new Map([...COLOR_SPACES.values()].map((space) => [space.mode, space]));

/** Reads any CSS colour (CSS Color Module Level 4) but `currentcolor` and system colours; undefined where it is none. */
export function parseColor(text: string): Color | undefined {
  const trimmed = text.trim();
  if (/^transparent$/i.test(trimmed)) return { space: 'srgb', components: [0, 0, 0], alpha: 0 };
  // The parser takes hexadecimal digits without their sign for a colour, and stumbles over some unfinished functions.
  if (!/^(#|[a-z]+\()/i.test(trimmed) && /^([0-9a-f]{3,8}|[^a-z].*)$/i.test(trimmed)) return undefined;
  let parsed: (Record<string, number | undefined> & { mode: string }) | undefined;
  try {
    parsed = parse(trimmed) as typeof parsed;
  } catch {
    return undefined;
  }
  if (!parsed) return undefined;
  const space = BY_MODE.get(parsed.mode);
  if (!space) return undefined;
  const components = space.channels.map((channel, i) => {
    const value = parsed[channel];
    return value === undefined || Number.isNaN(value) ? ('none' as const) : round(value / space.scale[i]!);
  });
  return { space: space.name, components, alpha: round(parsed.alpha ?? 1) };
}

/** Takes away the noise of binary fractions (0.30000000000000004) and nothing a display could show. */
const round = (value: number) => Number(value.toPrecision(15));
