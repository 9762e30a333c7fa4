import { rgbOfToken } from '@/core/tokens/pairing-ratios';
import { parseColor, rgbOf, type Rgb } from '@/core/base/color/color';
import { cssLine } from '@/core/tokens/css-text';
import { perTypes } from '@/core/tokens/facet';
import type { Resolution } from '@/core/tokens/resolve';
import type { Context } from '@/core/tokens/system';

const WHITE: Rgb = { r: 1, g: 1, b: 1, alpha: 1 };

/** What specimens of a library may stand on. */
interface Backdrops {
  /** The surface tokens, the page's first, with their CSS colour through the lens. */
  surfaces: { name: string; css: string }[];
  /** The surface stood on; undefined: a plain colour, or the library has none, and it is white. */
  chosen: string | undefined;
  css: string;
  at: (context: Context | number) => Rgb;
}

const SURFACES = perTypes((resolution) =>
  resolution.paths
    .filter(
      (path) => /(^|\.)surface(\.|$)/.test(path) && resolution.variants(path)[0]?.resolved.type === 'color',
    )
    .sort((a, b) => Number(b.endsWith('page')) - Number(a.endsWith('page')))
    .slice(0, 8),
);

/** The grounds there are: tokens whose path speaks of a surface. */
export const backdropsOf = (
  { resolution }: { resolution: Resolution },
  lens: Context,
  asked?: string,
): Backdrops => backdropsIn(resolution, lens, asked);

export function backdropsIn(resolution: Resolution, lens: Context, asked?: string): Backdrops {
  const found = resolution.facet(SURFACES);
  // A ground may be a plain colour too: it is no surface of the library, but something to see a specimen on.
  const plain = asked === undefined || found.includes(asked) ? undefined : parseColor(asked);
  const chosen = plain ? undefined : asked !== undefined && found.includes(asked) ? asked : found[0];
  const css = (path: string) => {
    const resolved = resolution.value(path, lens);
    return resolved ? cssLine(resolved) : '#fff';
  };
  const fallback = plain ? rgbOf(plain) : WHITE;
  return {
    surfaces: found.map((name) => ({ name, css: css(name) })),
    chosen,
    css: plain ? asked! : chosen ? css(chosen) : '#fff',
    at: (context) => (chosen ? rgbOfToken(resolution, chosen, context) : undefined) ?? fallback,
  };
}
