import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type Command, type NewId } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import type { FindingKey } from '../finding-key';

/** Accepts findings with a reason: they no longer count, and say who accepted them and why. */
export function acceptFindings(
  library: OpenLibrary,
  { keys, reason }: { keys: FindingKey[]; reason: string },
  newId: NewId,
): Command {
  if (reason.trim() === '') return refuse('A reason is missing', 'Enter a reason for accepting');
  return runCommand(
    library,
    newId,
    `Accept ${keys.length === 1 ? `${keys[0]!.code} at ${keys[0]!.path}` : `${keys.length} findings`}`,
    (work) => {
      for (const { code, path } of keys) {
        const known = itemsOf(work.own, 'acceptedFinding').find(
          (item) => item.code === code && item.path === path,
        );
        if (known) work.set(known.id, 'reason', reason.trim());
        else work.add({ id: newId('accepted'), kind: 'acceptedFinding', code, path, reason: reason.trim() });
      }
      return undefined;
    },
  );
}
