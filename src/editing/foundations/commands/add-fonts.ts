import type { AssetFile, AssetItem } from '@/core/assets/asset';
import { itemsOf, ordered } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import { familyKey } from '@/core/base/fonts/font';
import type { OpenLibrary } from '@/editing/session/open-library';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';
import { StoredFont } from '@/editing/foundations/stored-font';

/** Adds font files to the families they belong to; a family named `family` where one is given, else as the files say. */
export function addFonts(
  library: OpenLibrary,
  { files, family }: { files: StoredFont[]; family?: string },
  newId: NewId,
): Command {
  const names = [...new Set(files.map(({ font }) => family ?? font.family))];
  return runCommand(library, newId, `Add the font ${names.join(', ')}`, (work) => {
    for (const stored of files) {
      const name = family ?? stored.font.family;
      const known = fontAssets(work).find((asset) => familyKey(asset.name) === familyKey(name));
      if (known && ordered(known.files).some(({ hash }) => hash === stored.hash)) continue;
      const { file: called, hash, mediaType, size, font } = stored;
      const file: AssetFile = {
        file: called,
        hash,
        mediaType,
        size,
        font,
        context: null,
        order: behind(known),
      };
      if (known) work.set(known.id, `files/${newId('file')}`, file);
      else
        work.add({
          id: newId('asset'),
          kind: 'asset',
          role: 'font',
          name: name.trim(),
          files: { [newId('file')]: file },
          order: ordersAfter(
            itemsOf(work.own, 'asset')
              .map(({ order }) => order)
              .sort()
              .at(-1) ?? null,
            1,
          )[0]!,
        });
    }
  });
}

const fontAssets = (work: DraftTransaction) =>
  itemsOf(work.own, 'asset').filter(({ role }) => role === 'font');

const behind = (asset: AssetItem | undefined) =>
  ordersAfter(asset ? (ordered(asset.files).at(-1)?.order ?? null) : null, 1)[0]!;
