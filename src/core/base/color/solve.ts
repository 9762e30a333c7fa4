import { rgbOf, type Color, type Rgb } from './color';
import { contrastRatio } from './contrast';
import { colorDifference } from './difference';
import { lchOf, oklch, toHexColor } from './gamut';

/** Something a colour must stand out from. */
export interface Need {
  other: Rgb;
  /** The contrast ratio needed, 1..21. */
  needs: number;
  /** What translucent colours are laid over. */
  under?: Rgb;
}

const WHITE: Rgb = { r: 1, g: 1, b: 1, alpha: 1 };

/** The lowest of ratio ÷ need over all needs: at least 1 where every one is met. */
export function worstShare(color: Color, needs: readonly Need[], side: 'text' | 'surface'): number {
  const rgb = rgbOf(color);
  return Math.min(
    ...needs.map(({ other, needs: need, under = WHITE }) =>
      side === 'text' ? contrastRatio(rgb, other, under) / need : contrastRatio(other, rgb, under) / need,
    ),
  );
}

/**
 * The colour nearest to `color` (CIEDE2000) that meets every need, with its hue and, as far as sRGB allows, its chroma
 * kept: only lightness in OKLCH moves. The answer is a colour that a hex text can say, checked as that.
 * @returns undefined where neither direction meets the needs
 */
export function solveContrast(
  color: Color,
  needs: readonly Need[],
  side: 'text' | 'surface' = 'text',
): Color | undefined {
  const start = lchOf(color);
  const at = (l: number) => toHexColor(oklch(l, start.c, start.h, color.alpha));
  const meets = (candidate: Color) => worstShare(candidate, needs, side) >= 1;
  if (meets(color)) return color;
  const found: Color[] = [];
  for (const end of [0, 1]) {
    // Between two needs on either side the share is not monotone: look for the first step that passes, then narrow.
    let failing = start.l;
    let passing = NaN;
    for (let step = 1; step <= STEPS; step++) {
      const l = start.l + ((end - start.l) * step) / STEPS;
      if (meets(at(l))) {
        passing = l;
        break;
      }
      failing = l;
    }
    if (Number.isNaN(passing)) continue;
    for (let i = 0; i < 12; i++) {
      const middle: number = (failing + passing) / 2;
      if (meets(at(middle))) passing = middle;
      else failing = middle;
    }
    found.push(at(passing));
  }
  return found.sort((a, b) => colorDifference(a, color) - colorDifference(b, color))[0];
}
const STEPS = 64;

/**
 * What stands in the way where no colour of this hue meets every need: the need met least by the best lightness, and
 * how far it can be met.
 */
export function closestToNeeds(
  color: Color,
  needs: readonly Need[],
  side: 'text' | 'surface' = 'text',
): { color: Color; ratio: number; need: Need } {
  const { c, h } = lchOf(color);
  let best = { color, share: -1 };
  for (let step = 0; step <= STEPS; step++) {
    const candidate = toHexColor(oklch(step / STEPS, c, h, color.alpha));
    const share = worstShare(candidate, needs, side);
    if (share > best.share) best = { color: candidate, share };
  }
  const rgb = rgbOf(best.color);
  const ratios = needs.map((need) => ({
    need,
    ratio:
      side === 'text'
        ? contrastRatio(rgb, need.other, need.under)
        : contrastRatio(need.other, rgb, need.under),
  }));
  const worst = ratios.sort((a, b) => a.ratio / a.need.needs - b.ratio / b.need.needs)[0]!;
  return { color: best.color, ...worst };
}
