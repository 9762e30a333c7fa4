import { registryOf } from '../../base/registry';
import { ramps } from './ramps';
import type { RecipeKind } from './recipe';
import { spacing } from './spacing';
import { typeScale } from './type-scale';

export const RECIPES: ReadonlyMap<string, RecipeKind> = registryOf(
  [ramps, typeScale, spacing] as RecipeKind[],
  ({ kind }) => kind,
);
