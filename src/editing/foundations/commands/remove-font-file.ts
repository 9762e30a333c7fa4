import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Takes a file out of a family, or the family with its last one. */
export function removeFontFile(
  library: OpenLibrary,
  { asset: id, file }: { asset: string; file: string },
  newId: NewId,
): Command {
  const asset = library.own.items.get(id);
  if (asset?.kind !== 'asset' || !asset.files[file])
    return refuse('The font file is not in this library', 'Change it in the library it comes from');
  return runCommand(library, newId, `Remove ${asset.files[file].file}`, (work) => {
    if (Object.keys(asset.files).length === 1) work.remove(id);
    else work.set(id, `files/${file}`, null);
  });
}
