import { colorOf, rgbOf, type Rgb } from '../../base/color/color';
import { contrastRatio, ratioText } from '../../base/color/contrast';
import type { Resolution } from '../resolve';
import { contextText, type Context } from '../system';
import type { Check } from './check';
import type { Pairing } from '../pairings';
import type { Finding } from '../../findings/finding';

export function rgbOfToken(resolution: Resolution, path: string, context: Context | number): Rgb | undefined {
  const resolved = resolution.value(path, context);
  const color = resolved?.type === 'color' ? colorOf(resolved.value) : undefined;
  return color && rgbOf(color);
}

/** A pairing's ratio under every combination, in the resolution's order; undefined where either side has no colour. */
export function pairingRatios(resolution: Resolution, pairing: Pairing): (number | undefined)[] {
  return resolution.contexts.map((_, context) => {
    const text = rgbOfToken(resolution, pairing.text, context);
    const surface = rgbOfToken(resolution, pairing.surface, context);
    return text && surface && contrastRatio(text, surface);
  });
}

export const contrast: Check = {
  code: 'contrast',
  title: 'Contrast below requirement',
  run({ resolution, pairings }) {
    const findings: Finding[] = [];
    for (const pairing of pairings) {
      const missing = [pairing.text, pairing.surface].find((path) => !resolution.index.numbers.has(path));
      if (missing !== undefined) {
        findings.push({
          code: 'missing-target',
          level: 'error',
          path: missing,
          message: `A pairing names ${missing}, which is not a token`,
          fix: 'Correct the pairing, or remove it',
        });
        continue;
      }
      const ratios = pairingRatios(resolution, pairing);
      const failing = ratios.filter((ratio) => ratio !== undefined && ratio < pairing.needs).length;
      ratios.forEach((ratio, i) => {
        if (ratio === undefined || ratio >= pairing.needs) return;
        const context = resolution.contexts[i]!;
        const everywhere = failing === ratios.length;
        if (everywhere && i > 0) return;
        findings.push({
          code: 'contrast',
          level: 'error',
          path: pairing.text,
          related: [pairing.surface],
          message: `${pairing.text} on ${pairing.surface} reaches ${ratioText(ratio)}, and needs ${pairing.needs}${everywhere ? '' : ` (${contextText(context)})`}`,
          fix: 'Change either colour, or the pairing',
          context: everywhere ? undefined : context,
        });
      });
    }
    return findings;
  },
};
