import { cssText } from '../tokens/css-text';
import type { CssText } from '../tokens/types/type';
import { deprecationOf, descriptionOf } from '../tokens/tier';
import type { GuideSource } from './block';

/** A token as a block shows it. */
export interface ShownToken {
  path: string;
  type: string;
  /** CSS text; undefined where the token has no value under this lens. */
  css: CssText | undefined;
  /** The token it is an alias of. */
  alias: string | undefined;
  deprecated: boolean;
  description: string;
}

/** The tokens of a group in the order of the library; of one type only, where one is given. */
export function tokensOfGroup({ resolution, lens }: GuideSource, group: string, type?: string): ShownToken[] {
  return resolution.paths
    .filter((path) => path === group || path.startsWith(`${group}.`))
    .map((path) => {
      const resolved = resolution.value(path, lens);
      const aliasOf = resolution.token(path, lens)?.aliasOf;
      return {
        path,
        type: resolved?.type ?? '',
        css: resolved && cssText(resolved),
        alias: aliasOf === undefined ? undefined : resolution.paths[aliasOf],
        deprecated: deprecationOf(resolution, path) !== undefined,
        description: descriptionOf(resolution, path),
      };
    })
    .filter((token) => type === undefined || token.type === type);
}
