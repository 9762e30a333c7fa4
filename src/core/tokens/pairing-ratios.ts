import { colorOf, rgbOf, type Rgb } from '../base/color/color';
import { contrastRatio } from '../base/color/contrast';
import type { Pairing } from './pairings';
import type { Resolution } from './resolve';
import type { Context } from './system';

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
