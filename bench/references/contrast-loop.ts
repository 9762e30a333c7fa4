import { hex } from 'wcag-contrast';

/** The lowest contrast of every text on every surface over all contexts, by the package wcag-contrast, pair by pair. */
export function contrastLoop(
  texts: readonly (readonly string[])[],
  surfaces: readonly (readonly string[])[],
): Float64Array {
  const lowest = new Float64Array(texts.length * surfaces.length).fill(Infinity);
  texts.forEach((text, t) =>
    surfaces.forEach((surface, s) => {
      for (let context = 0; context < text.length; context++) {
        const ratio = hex(text[context]!, surface[context]!);
        if (ratio < lowest[t * surfaces.length + s]!) lowest[t * surfaces.length + s] = ratio;
      }
    }),
  );
  return lowest;
}
