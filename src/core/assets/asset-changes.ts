import type { ItemChange, MakeChange } from '../document/impact';
import type { AssetItem } from './asset';

/** What is set in a font, or shows a picture, changes with its files and is lost with its name. */
export function assetChanges(old: AssetItem, present: AssetItem, change: MakeChange): ItemChange[] {
  const changes: ItemChange[] = [];
  if (old.name !== present.name)
    changes.push(change('renamed', 'major', old.name, present.name, `The ${old.role} was renamed`));
  const hashes = (asset: AssetItem) =>
    new Map(Object.values(asset.files).map(({ hash, file }) => [hash, file]));
  const [was, is] = [hashes(old), hashes(present)];
  for (const [hash, file] of was)
    if (!is.has(hash)) changes.push(change('file', 'major', file, null, `The file ${file} was removed`));
  for (const [hash, file] of is)
    if (!was.has(hash)) changes.push(change('file', 'minor', null, file, `The file ${file} was added`));
  if (changes.length === 0)
    changes.push(
      change('arranged', 'patch', null, null, `Only the order of the ${old.role}’s files changed`),
    );
  return changes;
}
