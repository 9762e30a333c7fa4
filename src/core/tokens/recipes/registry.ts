import { ramps } from './ramps';
import type { RecipeKind } from './recipe';
import { spacing } from './spacing';
import { typeScale } from './type-scale';

export const RECIPES: ReadonlyMap<string, RecipeKind> = new Map(
  [ramps, typeScale, spacing].map((kind) => [kind.kind, kind as RecipeKind]),
);
