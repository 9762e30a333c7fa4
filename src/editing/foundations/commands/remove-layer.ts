import { itemsOf } from '@/core/document/item';
import { contextText } from '@/core/tokens/system';
import { whenOf } from '@/core/tokens/token-tree';
import type { OpenLibrary } from '@/editing/session/open-library';
import { removeLayers } from '@/editing/foundations/axes';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Removes a layer with the values set in it; that of every context stays. */
export function removeLayer(library: OpenLibrary, { id }: { id: string }, newId: NewId): Command {
  const layer = itemsOf(library.own.items, 'layer').find((one) => one.id === id);
  if (!layer) return refuse('This layer is inherited or was removed', 'Reload the page');
  if (layer.when.length === 0)
    return refuse('This layer holds in every context', 'Remove its tokens one by one instead');
  const under = contextText(whenOf(layer, library.items));
  return runCommand(library, newId, `Remove layer for ${under}`, (work) => removeLayers(work, [layer]));
}
