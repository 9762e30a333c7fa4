import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { renamePaths } from '@/editing/tokens/commands/rename-paths';
import { replacedPaths } from '@/editing/tokens/paths';

export function replaceInPaths(
  library: OpenLibrary,
  input: { find: string; replace: string; within?: string; keepOld?: boolean },
  newId: NewId,
): Command {
  const changes = replacedPaths(library, input);
  if (changes.length === 0) return refuse(`No path holds “${input.find}”`, 'Search for something else');
  const command = renamePaths(library, { changes, keepOld: input.keepOld }, newId);
  return 'problem' in command
    ? command
    : { ...command, label: `Replace “${input.find}” by “${input.replace}” in paths` };
}
