import { spacingSets, type SpacingSets } from '@/core/tokens/spacing-sets';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';

export interface SpacingView extends SpacingSets {
  /** The largest size of which every space is a multiple, in px; 0 where there are none. */
  base: number;
  /** Spaces that are no multiple of 4 px. */
  off: string[];
}

/** What a library's sizes are for: spaces, insets, gaps and layout grids, through the lens. */
export function spacing(library: OpenLibrary, { lens }: { lens: Context }): SpacingView {
  const sets = spacingSets(library.resolution, lens);
  const whole = sets.spaces.map(({ px }) => Math.round(px * 100)).filter((px) => px > 0);
  return {
    ...sets,
    base: whole.reduce(divisor, 0) / 100,
    off: sets.spaces.filter(({ px }) => px % 4 !== 0).map(({ path }) => path),
  };
}

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
