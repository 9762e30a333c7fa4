import { counted } from '@/core/base/words';
import { named } from '@/core/components/compose';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { ownAsset } from '@/editing/assets/own-asset';

/** Takes out one version of an asset, or the asset with its last one; where it is used another takes its place, or it is said that none does. */
export function removeAssetFile(
  library: OpenLibrary,
  {
    asset: name,
    file,
    replacement,
    leave = false,
  }: { asset: string; file: string; replacement?: string; leave?: boolean },
  newId: NewId,
): Command {
  const asset = ownAsset(library, name);
  if (!asset?.files[file]) return notOwn(name);
  const last = Object.keys(asset.files).length === 1;
  const uses = last ? library.reach().direct(asset.id) : [];
  const target = replacement === undefined ? undefined : named(library.items, 'asset', { path: replacement });
  if (replacement !== undefined && (!target || target.id === asset.id))
    return refuse(`There is no other asset ${replacement}`, 'Choose one from the list', 'replacement');
  if (uses.length > 0 && !target && !leave)
    return refuse(
      `${name} is used in ${counted(uses.length, 'place')}`,
      'Replace it there first, or upload another version',
    );
  return runCommand(library, newId, `Remove ${asset.files[file].file}`, (work) => {
    if (target) work.replaceReferences(new Set([asset.id]), { id: target.id, path: target.name });
    if (last) work.remove(asset.id);
    else work.set(asset.id, `files/${file}`, null);
  });
}
