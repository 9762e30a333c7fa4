import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { find } from '@/editing/foundations/own-pairing';

export function unpair(
  library: OpenLibrary,
  { text, surface }: { text: string; surface: string },
  newId: NewId,
): Command {
  return runCommand(library, newId, `Remove pairing ${text} on ${surface}`, (work) => {
    const known = find(library, text, surface);
    if (!known || !work.own.has(known.id))
      return refuse('This pairing is inherited or was removed', 'Change it in the library it comes from');
    work.remove(known.id);
    return undefined;
  });
}
