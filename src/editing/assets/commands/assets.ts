import { counted } from '@/core/base/words';
import { sizeOfDrawing } from '@/core/assets/drawing';
import type { AssetFile, AssetItem } from '@/core/assets/asset';
import { itemsOf, ordered } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { behind, notOwn } from '@/editing/components/commands/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';

/** A drawing or picture the server has stored, and what it is to be called. */
interface StoredAsset {
  name: string;
  role: 'icon' | 'logo' | 'picture';
  file: string;
  hash: string;
  mediaType: string;
  size: number;
  svg?: string;
}

const NAME = /^[a-z][a-z0-9-]{0,60}$/;
const ownAsset = (library: OpenLibrary, name: string): AssetItem | undefined =>
  itemsOf(library.own.items, 'asset').find((asset) => asset.name === name && asset.role !== 'font');

/** The context of an axis called brand, by name; null: for all. */
function contextId(library: OpenLibrary, brand: string | null): string | null | undefined {
  if (brand === null || brand === '') return null;
  return itemsOf(library.items, 'context').find(({ name }) => name === brand)?.id;
}

/**
 * Adds drawings and pictures, all at once; one of a name that is there becomes a further version of it, and one of the
 * same name, context and drawing area takes the place of the version there was.
 */
export function addAssets(
  library: OpenLibrary,
  { files, brand = null }: { files: StoredAsset[]; brand?: string | null },
  newId: NewId,
): Command {
  const context = contextId(library, brand);
  if (context === undefined) return refuse(`There is no context ${brand}`, 'Choose one from the list');
  const wrong = files.find(({ name }) => !NAME.test(name));
  if (wrong)
    return refuse(`“${wrong.name}” is not a name for an asset`, 'Use small letters, digits and hyphens');
  const names = [...new Set(files.map(({ name }) => name))];
  const what = names.length > 3 ? `${names.length} ${files[0]!.role}s` : names.join(', ');
  return runCommand(library, newId, `Add ${what}`, (work) => {
    for (const { name, role, ...stored } of files) {
      const file = { ...stored, context, font: null };
      const known = itemsOf(work.own, 'asset').find((asset) => asset.name === name && asset.role !== 'font');
      if (!known) addAsset(work, name, role, file);
      else {
        const same = ordered(known.files).find(
          (other) => other.context === context && areaOf(other) === areaOf(file),
        );
        work.set(known.id, `files/${same?.id ?? newId('file')}`, {
          ...file,
          order: same?.order ?? behind(known.files),
        });
      }
    }
  });
}

const areaOf = (file: { svg?: string }) => (file.svg === undefined ? undefined : sizeOfDrawing(file.svg));

function addAsset(
  work: DraftTransaction,
  name: string,
  role: StoredAsset['role'],
  file: Omit<AssetFile, 'order'>,
): void {
  const last = itemsOf(work.own, 'asset')
    .map(({ order }) => order)
    .sort()
    .at(-1);
  work.add({
    id: work.newId('asset'),
    kind: 'asset',
    name,
    role,
    order: ordersAfter(last ?? null, 1)[0]!,
    files: { [work.newId('file')]: { ...file, order: ordersAfter(null, 1)[0]! } },
  });
}

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

/** Puts one asset in the place of another wherever it stands in a slot. */
export function replaceAsset(
  library: OpenLibrary,
  { from, to }: { from: string; to: string },
  newId: NewId,
): Command {
  const target = itemsOf(library.items, 'asset').find((asset) => asset.name === to && asset.role !== 'font');
  const source = itemsOf(library.items, 'asset').find(
    (asset) => asset.name === from && asset.role !== 'font',
  );
  if (!target || !source)
    return refuse(`There is no asset ${target ? from : to}`, 'Choose one from the list');
  return runCommand(library, newId, `Replace ${from} by ${to}`, (work) => {
    for (const component of itemsOf(work.own, 'component'))
      for (const [id, prop] of Object.entries(component.props)) {
        if (!prop.holds?.some(({ asset }) => asset && (asset.id ?? source.id) === source.id)) continue;
        const holds = prop.holds.map((piece) =>
          piece.asset && (piece.asset.id ?? source.id) === source.id
            ? { ...piece, asset: { id: target.id, path: target.name } }
            : piece,
        );
        work.set(component.id, `props/${id}`, { ...prop, holds });
      }
  });
}
