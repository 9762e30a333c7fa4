import type { Finding } from '@/core/findings/finding';
import type { Fix } from '@/core/findings/fix';
import { COMPONENT_FIXES } from '@/core/components/checks/registry';
import type { ComponentFixGround } from '@/core/components/checks/check';
import { allPairings } from '@/editing/foundations/queries/pairing-grid';
import { TOKEN_FIXES } from '@/core/tokens/checks/registry';
import { ownComponent } from '@/editing/components/own-component';
import type { OpenLibrary } from '@/editing/session/open-library';

function groundOf(library: OpenLibrary): ComponentFixGround {
  const tokenIn = (items: OpenLibrary['items'], path: string | undefined) => {
    const item = items.get(path === undefined ? '' : (library.tree.ids.get(path) ?? ''));
    return item?.kind === 'token' ? item : undefined;
  };
  return {
    resolution: library.resolution,
    tree: library.tree,
    get pairings() {
      return allPairings(library);
    },
    fonts: library.fonts(),
    token: (path) => tokenIn(library.items, path),
    ownToken: (path) => tokenIn(library.own.items, path),
    ownComponent: (name) => ownComponent(library, name),
  };
}

/** Whether findings of a code can be fixed at all. */
export const isFixable = (code: string): boolean => TOKEN_FIXES.has(code) || COMPONENT_FIXES.has(code);

/** What would fix a finding at one click, as its check says; undefined where it takes a person. */
export const fixOf = (library: OpenLibrary, finding: Finding): Fix | undefined =>
  (TOKEN_FIXES.get(finding.code) ?? COMPONENT_FIXES.get(finding.code))?.(groundOf(library), finding);
