import { clipped, type Rgb } from './color';
import { contrastRatio, luminance } from './contrast';

/**
 * Contrast ratios (WCAG 2.2) of every text on every surface, under every context. Luminance is worked out once for each
 * colour that is opaque; only translucent colours are composited pair by pair.
 *
 * @param texts for each text, its colour under each context; undefined where it has none
 * @param surfaces likewise
 * @param under what translucent surfaces are laid over, for each context
 */
export function contrastTable(
  texts: readonly (readonly (Rgb | undefined)[])[],
  surfaces: readonly (readonly (Rgb | undefined)[])[],
  under: readonly Rgb[] = [],
): ContrastTable {
  const contexts = Math.max(0, ...texts.map((row) => row.length), ...surfaces.map((row) => row.length));
  const worst = new Float64Array(texts.length * surfaces.length).fill(NaN);
  const where = new Int32Array(worst.length).fill(-1);
  const flatten = (rows: readonly (readonly (Rgb | undefined)[])[], context: number) => {
    const light = new Float64Array(rows.length);
    rows.forEach((row, i) => {
      const rgb = row[context];
      light[i] = rgb === undefined || rgb.alpha < 1 ? NaN : luminance(clipped(rgb)) + 0.05;
    });
    return light;
  };
  for (let context = 0; context < contexts; context++) {
    const textLight = flatten(texts, context);
    const surfaceLight = flatten(surfaces, context);
    const backdrop = under[context] ?? WHITE;
    for (let t = 0; t < texts.length; t++) {
      const a = textLight[t]!;
      const row = t * surfaces.length;
      const text = texts[t]![context];
      if (text === undefined) continue;
      for (let s = 0; s < surfaces.length; s++) {
        const b = surfaceLight[s]!;
        let ratio = a > b ? a / b : b / a;
        if (ratio !== ratio) {
          const surface = surfaces[s]![context];
          if (surface === undefined) continue;
          ratio = contrastRatio(text, surface, backdrop);
        }
        const known = worst[row + s]!;
        if (ratio < known || known !== known) {
          worst[row + s] = ratio;
          where[row + s] = context;
        }
      }
    }
  }
  return { worst, where, width: surfaces.length };
}

/** The lowest ratio of each pair over all contexts, and the context in which it holds; row by row, a row for each text. */
interface ContrastTable {
  /** NaN where the two are never seen together. */
  worst: Float64Array;
  /** The number of the context; -1 where there is none. */
  where: Int32Array;
  width: number;
}

const WHITE: Rgb = { r: 1, g: 1, b: 1, alpha: 1 };
