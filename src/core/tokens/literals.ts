import type { Json } from '../base/json/json';
import type { Resolution } from './resolve';

export interface Literal {
  path: string;
  type: string;
  /** The distinct values, in the order of the combinations they hold under; mostly one. */
  values: Json[];
}

const known = new WeakMap<Resolution, Literal[]>();

/** Tokens that say a value rather than refer to another token, in the order of the library. */
export function literalsOf(resolution: Resolution): Literal[] {
  let found = known.get(resolution);
  if (!found) {
    found = [];
    for (const path of resolution.paths) {
      const variants = resolution.variants(path);
      const [first] = variants;
      if (!first || variants.some(({ resolved }) => resolved.failed || resolved.aliasOf !== undefined))
        continue;
      found.push({ path, type: first.resolved.type, values: variants.map(({ resolved }) => resolved.value) });
    }
    known.set(resolution, found);
  }
  return found;
}
