import { customProperty } from '../components/compile';
import { pathOf } from '../components/style';
import type { TokenSpelling } from '../components/style-text';
import type { OpenLibrary } from './open-library';

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
