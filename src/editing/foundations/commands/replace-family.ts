import { familyKey } from '@/core/base/fonts/font';
import type { OpenLibrary } from '@/editing/session/open-library';
import { putFamily } from '@/editing/foundations/family';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Puts another family in the place of one wherever a token or a rule of this library names it. */
export function replaceFamily(
  library: OpenLibrary,
  { from, to }: { from: string; to: string },
  newId: NewId,
): Command {
  const wanted = to.trim();
  if (wanted === '' || familyKey(wanted) === familyKey(from))
    return refuse('The replacement is the same font', 'Choose another');
  return runCommand(library, newId, `Replace the font ${from} with ${wanted}`, (work) =>
    putFamily(work, from, wanted),
  );
}
