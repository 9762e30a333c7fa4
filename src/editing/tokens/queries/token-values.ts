import type { ComparedToken } from '@/core/tokens/compare';
import { cssText } from '@/core/tokens/css-text';
import { defaultContext } from '@/core/tokens/system';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';

/**
 * Every token with its value, as far as the lens speaks of axes and contexts that this library has; of other axes under their
 * default: the lens may be that of another library.
 */
export function tokenValues({ resolution }: OpenLibrary, { lens }: { lens: Context }): ComparedToken[] {
  const { axes } = resolution.system;
  const known = axes.filter(({ name, contexts }) => contexts.includes(lens[name] ?? ''));
  const context = {
    ...defaultContext(axes),
    ...Object.fromEntries(known.map(({ name }) => [name, lens[name]!])),
  };
  return resolution.paths.flatMap((path) => {
    const resolved = resolution.value(path, context);
    return resolved ? [{ path, type: resolved.type, css: cssText(resolved) }] : [];
  });
}
