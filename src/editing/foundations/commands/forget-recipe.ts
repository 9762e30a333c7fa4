import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Forgets how a family was made; its tokens stay as they are. */
export function forgetRecipe(library: OpenLibrary, { id }: { id: string }, newId: NewId): Command {
  return runCommand(library, newId, 'Remove a recipe', (work) => {
    if (work.own.get(id)?.kind !== 'recipe')
      return refuse('This recipe is inherited or was removed', 'Change it in the library it comes from');
    work.remove(id);
    return undefined;
  });
}
