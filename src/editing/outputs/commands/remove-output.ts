import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Removes an output; what it delivered stays where it went, and in the history. */
export function removeOutput(library: OpenLibrary, { id }: { id: string }, newId: NewId): Command {
  const own = itemsOf(library.own.items, 'output').find((output) => output.id === id);
  if (!own) return refuse('This output was removed already', 'Choose one from the list');
  return runCommand(library, newId, `Remove output ${own.name}`, (work) => work.remove(own.id));
}
