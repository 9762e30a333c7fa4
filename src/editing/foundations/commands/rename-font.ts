import { familyKey } from '@/core/base/fonts/font';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Gives a family of files the name that style sheets use for it. */
export function renameFont(
  library: OpenLibrary,
  { asset: id, name }: { asset: string; name: string },
  newId: NewId,
): Command {
  const asset = library.own.items.get(id);
  if (asset?.kind !== 'asset')
    return refuse('The font is not in this library', 'Change it in the library it comes from');
  const wanted = name.trim();
  if (wanted === '') return refuse('A font needs a name', 'Write the family’s name as style sheets use it');
  if (library.fonts().has(familyKey(wanted)) && familyKey(wanted) !== familyKey(asset.name))
    return refuse(`There is a font ${wanted} already`, 'Choose another name, or add the files to it');
  return runCommand(library, newId, `Rename the font ${asset.name} to ${wanted}`, (work) =>
    work.set(id, 'name', wanted),
  );
}
