import { knownFonts } from '@/core/assets/known-fonts';
import type { AssetItem } from '@/core/assets/asset';
import { familyKey, hasWeight, type KnownFamily } from '@/core/base/fonts/font';
import { fontUses, type FontUse } from '@/core/tokens/font-uses';
import type { OpenLibrary } from '@/editing/session/open-library';

/** What would be set in another font without a file: tokens that there is a file for now, and would be none. */
export function fontLosses(library: OpenLibrary, asset: AssetItem, file: string): FontUse[] {
  const files = Object.fromEntries(Object.entries(asset.files).filter(([id]) => id !== file));
  const items = new Map(library.items);
  if (Object.keys(files).length === 0) items.delete(asset.id);
  else items.set(asset.id, { ...asset, files });
  const [before, after] = [library.fonts(), knownFonts(items)];
  const isThere = (fonts: ReadonlyMap<string, KnownFamily>, { family, weight }: FontUse) => {
    const known = fonts.get(familyKey(family));
    return known !== undefined && (weight === undefined || hasWeight(known, weight));
  };
  return fontUses(library.resolution).filter(
    (use) => familyKey(use.family) === familyKey(asset.name) && isThere(before, use) && !isThere(after, use),
  );
}
