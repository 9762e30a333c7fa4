import { customProperty } from '@/core/tokens/naming';
import { pathOf } from '@/core/tokens/token-tree';
import type { TokenSpelling } from '@/core/components/style-text';
import type { OpenLibrary } from '@/editing/session/open-library';

/** Custom properties as a library's tokens are named in style sheets. */
export function spellingOf(library: OpenLibrary): TokenSpelling {
  const paths = new Map(library.resolution.paths.map((path) => [customProperty(path), path]));
  return {
    nameOf: ({ token }) => customProperty(pathOf(token, library.items)),
    tokenOf: (name) => {
      const path = paths.get(name);
      return path === undefined ? undefined : { token: { id: library.tree.ids.get(path), path } };
    },
  };
}
