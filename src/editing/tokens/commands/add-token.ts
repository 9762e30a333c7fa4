import { nameProblem } from '@/core/tokens/read';
import type { TokenItem } from '@/core/tokens/items';
import { readFor } from '@/editing/tokens/read-for';
import type { OpenLibrary } from '@/editing/session/open-library';
import { tokenObject } from '@/core/tokens/build';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** A new token, in a group that is made where it does not exist yet. */
export function addToken(
  library: OpenLibrary,
  { path, type, text }: { path: string; type: string; text: string },
  newId: NewId,
): Command {
  const segments = path.trim().split('.');
  const wrong = segments.map(nameProblem).find(Boolean);
  if (wrong) return refuse(wrong, 'Write the path as group.name', 'path');
  if (library.tree.ids.has(path.trim()))
    return refuse(`There is already a token or group at ${path.trim()}`, 'Choose another path', 'path');
  const typed = readFor(library, text, type);
  if ('problem' in typed) return refuse(typed.problem, typed.fix, 'text');
  return runCommand(library, newId, `Add ${path.trim()}`, (work) => {
    work.declare(path.trim(), {}, tokenObject(typed.value, type));
    const token = work.ownAt(path.trim()) as TokenItem;
    if (typed.beside) work.extend(token, Object.keys(token.declarations)[0]!, typed.beside);
  });
}
