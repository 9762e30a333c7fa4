import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { removeContexts } from '@/editing/foundations/axes';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Removes an axis with its contexts, their layers and the values set in those. */
export function removeAxis(library: OpenLibrary, { id }: { id: string }, newId: NewId): Command {
  const axis = itemsOf(library.own.items, 'axis').find((one) => one.id === id);
  if (!axis) return refuse('This axis is inherited or was removed', 'Reload the page');
  return runCommand(library, newId, `Remove axis ${axis.name}`, (work) => {
    const contexts = itemsOf(work.own, 'context').filter((one) => one.axis === id);
    const refused = removeContexts(work, new Set(contexts.map((one) => one.id)));
    if (refused) return refused;
    work.remove(id);
    return undefined;
  });
}
