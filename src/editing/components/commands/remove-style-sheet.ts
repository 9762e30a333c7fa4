import { counted } from '@/core/base/words';
import { sheetUses } from '@/editing/components/sheet-uses';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { ownSheet } from '@/editing/components/own-style-sheet';

/** Takes a style sheet away; where others read what it alone sets, that has to be said. */
export function removeStyleSheet(
  library: OpenLibrary,
  { name, leave = false }: { name: string; leave?: boolean },
  newId: NewId,
): Command {
  const sheet = ownSheet(library, name);
  if (!sheet) return notOwn(name);
  const readers = sheetUses(library, sheet).length;
  if (readers > 0 && !leave)
    return refuse(
      `Properties that only ${name} sets are used by ${counted(readers, 'item')}`,
      'Set them elsewhere first, or leave them without a value',
    );
  return runCommand(library, newId, `Remove ${name}`, (work) => work.remove(sheet.id));
}
