import { counted } from '@/core/base/words';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { ownAsset } from '@/editing/assets/own-asset';

/** Takes out one version of an asset, or the asset with its last one; one that is used stays. */
export function removeAssetFile(
  library: OpenLibrary,
  { asset: name, file }: { asset: string; file: string },
  newId: NewId,
): Command {
  const asset = ownAsset(library, name);
  if (!asset?.files[file]) return notOwn(name);
  const last = Object.keys(asset.files).length === 1;
  const uses = last ? library.reach().direct(asset.id) : [];
  if (uses.length > 0)
    return refuse(
      `${name} is used in ${counted(uses.length, 'place')}`,
      'Replace it there first, or upload another version',
    );
  return runCommand(library, newId, `Remove ${asset.files[file].file}`, (work) => {
    if (last) work.remove(asset.id);
    else work.set(asset.id, `files/${file}`, null);
  });
}
