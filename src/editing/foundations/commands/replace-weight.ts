import { familyKey } from '@/core/base/fonts/font';
import { fontUses } from '@/core/tokens/font-uses';
import { setTextMemberUnder } from '@/editing/foundations/text-member';
import type { OpenLibrary } from '@/editing/session/open-library';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/**
 * Gives every text style that asks for a family in one weight another weight, by a weight token of that value where
 * there is one, and only under the contexts in which it asks so.
 */
export function replaceWeight(
  library: OpenLibrary,
  { family, from, to }: { family: string; from: number; to: number },
  newId: NewId,
): Command {
  const uses = fontUses(library.resolution).filter(
    (use) => familyKey(use.family) === familyKey(family) && use.weight === from,
  );
  return runCommand(library, newId, `Replace weight ${from} of ${family} with ${to}`, (work) => {
    for (const { path, contexts } of uses)
      setTextMemberUnder(library, work, path, { member: 'fontWeight', contexts, value: to });
  });
}
