import { gatherEdits, type GatherInput } from '../queries/intake-review';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';

/** Brings files in as reviewed, in one change: one undo takes all of it back. */
export function importTokens(library: OpenLibrary, input: GatherInput, newId: NewId): Command {
  const { edits, count } = gatherEdits(library, input, newId);
  if (edits.length === 0)
    return refuse('Everything in these files is already in the library', 'There is nothing to import');
  const names = input.files.map((file) => file.name.replace(/^.*\//, ''));
  return {
    label: `Import ${names.length === 1 ? names[0] : `${names.length} files`} (${count} values)`,
    edits,
  };
}
