import { inGamut, toGamut } from 'culori/fn';
import { convert, rgbOf, type Color } from './color';

export type Gamut = 'srgb' | 'display-p3';
const MODE = { srgb: 'rgb', 'display-p3': 'p3' } as const;

const inside = { srgb: inGamut('rgb'), 'display-p3': inGamut('p3') };
const mapped = { srgb: toGamut('rgb', 'oklch'), 'display-p3': toGamut('p3', 'oklch') };

const oklchOf = (color: Color) => {
  const [l, c, h] = convert(color, 'oklch').components.map((n) => (n === 'none' ? 0 : n));
  return { mode: 'oklch' as const, l: l!, c: c!, h: h!, alpha: color.alpha };
};

/** Whether a colour can be shown in a gamut. Rounding of 1e-6 a channel counts as within. */
export function withinGamut(color: Color, gamut: Gamut): boolean {
  const in_ = convert(color, gamut);
  return (
    inside[gamut](oklchOf(color)) ||
    in_.components.every((c) => c === 'none' || (c >= -1e-6 && c <= 1 + 1e-6))
  );
}

/**
 * The nearest colour of a gamut by CSS Color Module Level 4, section 13.2.2: chroma is lowered in OKLCH until clipping
 * makes no difference one can see. The answer is written in that gamut's own space.
 */
export function toGamutColor(color: Color, gamut: Gamut): Color {
  const result = mapped[gamut](oklchOf(color)) as unknown as {
    mode: string;
    r: number;
    g: number;
    b: number;
  };
  if (result.mode !== MODE[gamut]) throw new Error(`Mapping answered in ${result.mode}`);
  return { space: gamut, components: [tidy(result.r), tidy(result.g), tidy(result.b)], alpha: color.alpha };
}

const tidy = (c: number) => Number(Math.min(1, Math.max(0, c)).toPrecision(12));

/** As `toGamutColor` for sRGB, in steps of 1/255: what a hex text can say. */
export function toHexColor(color: Color): Color {
  const { r, g, b } = rgbOf(toGamutColor(color, 'srgb'));
  return { space: 'srgb', components: [r, g, b].map(stepped), alpha: color.alpha };
}

const stepped = (c: number) => Math.round(c * 255) / 255;

export function oklch(l: number, c: number, h: number, alpha = 1): Color {
  return { space: 'oklch', components: [l, c, ((h % 360) + 360) % 360], alpha };
}

/** Lightness 0..1, chroma, hue in degrees (0 for a grey). */
export function lchOf(color: Color): { l: number; c: number; h: number } {
  const { l, c, h } = oklchOf(color);
  return { l, c, h };
}
