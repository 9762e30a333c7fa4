import { colorText, parseColor } from '@/core/base/color/color';
import { lchOf } from '@/core/base/color/gamut';
import { cssLine } from '@/core/tokens/css-text';
import type { RampRecipe } from '@/core/tokens/recipes/ramps';
import { tierOf } from '@/core/tokens/tier';
import { hueName } from '@/core/intake/names';
import type { OpenLibrary } from '@/editing/session/open-library';

/** Chroma in OKLCH from which a colour is more than a tinted grey. */
const LEAST_CHROMA = 0.05;

/** The ramp one is offered first: from the library's most used primitive that is no grey, where it has one. */
export function suitedRamp(library: OpenLibrary, standard: RampRecipe): RampRecipe {
  const { resolution, tree } = library;
  let most: { uses: number; css: string; hue: string } | undefined;
  for (const path of resolution.paths) {
    const value = resolution.value(path, 0);
    if (value?.type !== 'color' || tierOf(resolution, path) !== 'primitive') continue;
    const color = parseColor(cssLine(value));
    if (!color || color.alpha < 1 || lchOf(color).c < LEAST_CHROMA) continue;
    const uses = library.reach().reached(tree.ids.get(path) ?? '').size;
    if (uses > (most?.uses ?? 0)) most = { uses, css: colorText(color), hue: hueName(color) };
  }
  return most ? { ...standard, hues: [{ name: most.hue, anchors: [most.css] }] } : standard;
}
