import { itemsOf, ordered, type Items } from '../document/item';
import { familyKey, type KnownFamily } from '../base/fonts/font';

/** The fonts that ship with the program; a test reads their files and compares. */
export const SHIPPED_FONTS: readonly KnownFamily[] = [
  { name: 'Archivo Variable', weights: [[100, 900]] },
  { name: 'Bricolage Grotesque Variable', weights: [[200, 800]] },
  { name: 'Commit Mono', weights: [[400, 400]] },
];

/** Families by their key: those that ship, and those a library's own files hold. */
export function knownFonts(items: Items): Map<string, KnownFamily> {
  const known = new Map(SHIPPED_FONTS.map((family) => [familyKey(family.name), family]));
  for (const asset of itemsOf(items, 'asset')) {
    if (asset.role !== 'font') continue;
    const weights = ordered(asset.files).flatMap(({ font }) => (font ? [font.weight] : []));
    const present = known.get(familyKey(asset.name));
    known.set(familyKey(asset.name), {
      name: asset.name,
      weights: [...(present?.weights ?? []), ...weights],
    });
  }
  return known;
}

/** What a page must fetch before it can set text in a document's own fonts. */
export interface SettableFace {
  family: string;
  hash: string;
  weight: [lightest: number, boldest: number];
  italic: boolean;
}

export function settableFaces(items: Items): SettableFace[] {
  return itemsOf(items, 'asset').flatMap((asset) =>
    asset.role === 'font'
      ? ordered(asset.files).flatMap(({ font, hash }) =>
          font ? [{ family: asset.name, hash, weight: font.weight, italic: font.italic }] : [],
        )
      : [],
  );
}
