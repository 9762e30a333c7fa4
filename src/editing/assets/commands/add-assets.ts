import { sizeOfDrawing } from '@/core/assets/drawing';
import type { AssetFile } from '@/core/assets/asset';
import { itemsOf, ordered } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { behind } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';
import { NAME } from '@/editing/assets/own-asset';

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
