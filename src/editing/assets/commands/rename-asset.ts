import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { NAME, ownAsset } from '@/editing/assets/own-asset';

export function renameAsset(
  library: OpenLibrary,
  { asset: from, name }: { asset: string; name: string },
  newId: NewId,
): Command {
  const asset = ownAsset(library, from);
  if (!asset) return notOwn(from);
  if (!NAME.test(name))
    return refuse(`“${name}” is not a name for an asset`, 'Use small letters, digits and hyphens');
  if (itemsOf(library.items, 'asset').some((other) => other.name === name && other.id !== asset.id))
    return refuse(`There is an asset ${name} already`, 'Choose another name');
  return runCommand(library, newId, `Rename ${from} to ${name}`, (work) => work.set(asset.id, 'name', name));
}
