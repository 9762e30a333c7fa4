import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { renamePaths } from '@/editing/tokens/commands/rename-paths';
import { replacedPaths } from '@/editing/tokens/paths';

/** Renames every path that holds a text, but for those that are left out. */
export function replaceInPaths(
  library: OpenLibrary,
  input: { find: string; replace: string; within?: string; keepOld?: boolean; leave?: readonly string[] },
  newId: NewId,
): Command {
  const left = new Set(input.leave);
  const changes = replacedPaths(library, input).filter(({ from }) => !left.has(from));
  if (changes.length === 0)
    return left.size > 0
      ? refuse('Every path is left out', 'Choose at least one')
      : refuse(`No path holds “${input.find}”`, 'Search for something else');
  const command = renamePaths(library, { changes, keepOld: input.keepOld }, newId);
  return 'problem' in command
    ? command
    : { ...command, label: `Replace “${input.find}” by “${input.replace}” in paths` };
}
