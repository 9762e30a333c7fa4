import { clipped, type Rgb } from './color';

/** Lays `over` on `under` in gamma-encoded sRGB, unrounded (CSS Compositing Level 1, simple alpha compositing). */
export function composite(over: Rgb, under: Rgb): Rgb {
  const alpha = over.alpha + under.alpha * (1 - over.alpha);
  if (alpha === 0) return { r: 0, g: 0, b: 0, alpha: 0 };
  const mix = (a: number, b: number) => (a * over.alpha + b * under.alpha * (1 - over.alpha)) / alpha;
  return { r: mix(over.r, under.r), g: mix(over.g, under.g), b: mix(over.b, under.b), alpha };
}

/** Linear light of a gamma-encoded sRGB channel, 0..1 (WCAG 2.2, definition "relative luminance"). */
export const linear = (c: number) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4);

/** Relative luminance, 0..1 (WCAG 2.2, definition "relative luminance"), of an opaque colour. */
export function luminance({ r, g, b }: Rgb): number {
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b);
}

const WHITE: Rgb = { r: 1, g: 1, b: 1, alpha: 1 };

/**
 * Contrast ratio, 1..21 (WCAG 2.2, definition "contrast ratio"). Colours outside sRGB are clipped; a translucent
 * surface is first laid over `under`, the text then over the surface.
 */
export function contrastRatio(text: Rgb, surface: Rgb, under: Rgb = WHITE): number {
  const backdrop = composite(clipped(under), WHITE);
  const below = composite(clipped(surface), backdrop);
  const a = luminance(composite(clipped(text), below));
  const b = luminance(below);
  return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
}

/** Rounded down to two decimals, so that a failing ratio never shows as a passing one. */
export function ratioText(ratio: number): string {
  return (Math.floor(ratio * 100 + 1e-9) / 100).toFixed(2);
}

/** The levels of WCAG 2.2: 1.4.3 (AA text), 1.4.6 (AAA text), 1.4.11 (non-text). */
export function levels(ratio: number) {
  return {
    AA: { text: ratio >= 4.5, largeText: ratio >= 3, nonText: ratio >= 3 },
    AAA: { text: ratio >= 7, largeText: ratio >= 4.5 },
  };
}
