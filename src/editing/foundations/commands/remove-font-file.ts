import { familyKey } from '@/core/base/fonts/font';
import { counted } from '@/core/base/words';
import { putFamily } from '@/editing/foundations/family';
import { fontLosses } from '@/editing/foundations/font-losses';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/**
 * Takes a file out of a family, or the family with its last one. Where tokens would be without a font, another family takes
 * its place, or it is said that none does.
 */
export function removeFontFile(
  library: OpenLibrary,
  {
    asset: id,
    file,
    replacement,
    leave = false,
  }: { asset: string; file: string; replacement?: string; leave?: boolean },
  newId: NewId,
): Command {
  const asset = library.own.items.get(id);
  if (asset?.kind !== 'asset' || !asset.files[file])
    return refuse('The font file is not in this library', 'Change it in the library it comes from');
  const losses = fontLosses(library, asset, file);
  if (replacement !== undefined && familyKey(replacement) === familyKey(asset.name))
    return refuse('The replacement is the same font', 'Choose another', 'replacement');
  if (losses.length > 0 && replacement === undefined && !leave)
    return refuse(
      `${counted(losses.length, 'token')} would be without a font`,
      'Choose a replacement, or leave them without one',
    );
  return runCommand(library, newId, `Remove ${asset.files[file].file}`, (work) => {
    if (replacement !== undefined) putFamily(work, asset.name, replacement);
    if (Object.keys(asset.files).length === 1) work.remove(id);
    else work.set(id, `files/${file}`, null);
  });
}
