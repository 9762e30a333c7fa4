import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import type { Command, NewId } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import type { FindingKey } from '../finding-key';

/** What was accepted counts as a finding again. */
export function withdrawAcceptance(
  library: OpenLibrary,
  { keys }: { keys: FindingKey[] },
  newId: NewId,
): Command {
  return runCommand(library, newId, 'Withdraw acceptance', (work) => {
    for (const item of itemsOf(work.own, 'acceptedFinding'))
      if (keys.some(({ code, path }) => item.code === code && item.path === path)) work.remove(item.id);
    return undefined;
  });
}
