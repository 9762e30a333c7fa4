import type { Json } from '../base/json/json';
import { perToken } from './facet';
import type { Resolution } from './resolve';

export interface Literal {
  path: string;
  type: string;
  /** The distinct values, in the order of the combinations they hold under; mostly one. */
  values: Json[];
}

/** Of each token what it says itself; undefined where it refers to another, or has no value. */
export const LITERALS = perToken((resolution, path): Literal | undefined => {
  const variants = resolution.variants(path);
  const [first] = variants;
  if (!first || variants.some(({ resolved }) => resolved.failed || resolved.aliasOf !== undefined))
    return undefined;
  return { path, type: first.resolved.type, values: variants.map(({ resolved }) => resolved.value) };
});

/** Tokens that say a value rather than refer to another token, in the order of the library. */
export const literalsOf = (resolution: Resolution): Literal[] =>
  resolution.facet(LITERALS).filter((literal) => literal !== undefined);
