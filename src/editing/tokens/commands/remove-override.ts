import { removeItem, setField } from '@/core/document/edits';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type Command } from '@/editing/session/command';
import { ownToken } from '@/editing/tokens/own-token';

/** Takes away what a layer says, so that a weaker one shows again. */
export function removeOverride(
  library: OpenLibrary,
  { path, layer }: { path: string; layer: string },
): Command {
  const own = ownToken(library, path)?.own;
  if (!own?.declarations[layer]) return refuse('This layer says nothing of it', 'Nothing to take away');
  if (Object.keys(own.declarations).length === 1)
    return { label: `Remove ${path}`, edits: [removeItem(own)] };
  return { label: `Clear ${path} in one layer`, edits: [setField(own, `declarations/${layer}`, null)] };
}
