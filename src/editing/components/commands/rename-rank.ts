import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

export function renameRank(
  library: OpenLibrary,
  { rank, name }: { rank: string; name: string },
  newId: NewId,
): Command {
  const own = itemsOf(library.own.items, 'rank').find((other) => other.name === rank);
  if (!own) return notOwn(rank);
  if (name.trim() === '') return refuse('A rank has a name', 'Write one, such as basic');
  if (itemsOf(library.items, 'rank').some((other) => other.name === name.trim()))
    return refuse(`There is a rank ${name.trim()} already`, 'Choose another name');
  return runCommand(library, newId, `Rename the rank ${rank} to ${name.trim()}`, (work) =>
    work.set(own.id, 'name', name.trim()),
  );
}
