import { jsonObject } from '../../base/json/json';
import { tokenObject } from '../build';
import { completed, type Outcome, type RecipeKind } from './recipe';

export interface SpacingRecipe {
  method: 'linear' | 'doubling' | 'list';
  /** px */
  base: number;
  count: number;
  /** Multiples of the base, for a list of one's own. */
  multiples: number[];
  unit: 'px' | 'rem';
  /** Every space should be a multiple of this many px. */
  rhythm: number;
}

/** Spaces by equal steps, by doubling, or by a list of multiples; each named by its multiple of the base times 100. */
export const spacing: RecipeKind<SpacingRecipe> = {
  kind: 'spacing',
  label: 'Spacing scale',
  family: 'space',
  standard: { method: 'list', base: 4, count: 8, multiples: [1, 2, 3, 4, 6, 8, 12, 16], unit: 'px', rhythm: 4 },
  generate(given) {
    const recipe = completed(spacing.standard, given);
    const { base, method, rhythm, unit } = recipe;
    const outcome: Outcome = { tokens: [], problems: [], warnings: [] };
    if (!(base > 0 && base <= 200)) outcome.problems.push({ problem: `A base of ${base}px is out of range`, fix: 'Choose one above 0 and at most 200px' });
    if (method !== 'list' && !(recipe.count >= 1 && recipe.count <= 40)) outcome.problems.push({ problem: `${recipe.count} steps are out of range`, fix: 'Choose from 1 to 40' });
    const multiples = multiplesOf(recipe);
    if (multiples.some((multiple) => typeof multiple !== 'number' || !(multiple >= 0))) outcome.problems.push({ problem: 'A multiple is a number of 0 or more', fix: 'Correct the list' });
    if (multiples.length === 0) outcome.problems.push({ problem: 'The list is empty', fix: 'Name one multiple or more' });
    if (outcome.problems.length > 0) return outcome;
    for (const multiple of new Set(multiples)) {
      const px = Number((base * multiple).toFixed(4));
      const name = String(Math.round(multiple * 100));
      const value = jsonObject([
        ['value', unit === 'rem' ? Number((px / 16).toFixed(6)) : px],
        ['unit', unit],
      ]);
      outcome.tokens.push({ path: name, object: tokenObject(value, 'dimension'), when: {} });
      if (rhythm > 0 && Math.abs(px / rhythm - Math.round(px / rhythm)) > 1e-9)
        outcome.warnings.push(`${name} is ${px}px, which is not a multiple of ${rhythm}px; the nearest is ${Math.max(rhythm, Math.round(px / rhythm) * rhythm)}px`);
    }
    return outcome;
  },
}; // prettier-ignore

function multiplesOf({ method, count, multiples }: SpacingRecipe): number[] {
  if (method === 'list') return multiples;
  return Array.from({ length: Math.min(40, Math.max(0, Math.floor(count))) }, (_, i) =>
    method === 'linear' ? i + 1 : 2 ** i,
  );
}
