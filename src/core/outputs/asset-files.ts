import type { AssetItem } from '../assets/asset';
import { byOrder, itemsOf, type Items } from '../document/item';
import type { OutputFile } from './output';

/** A file's own name as it can stand in an address and in every file system. */
const plainName = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9._-]+/g, '-')
    .replace(/^[-.]+/, '') || 'file';

/** Where each file of the library's assets stands, by the id of its asset and its key there. */
function placesOf(items: Items): Map<string, string> {
  const places = new Map<string, string>();
  const taken = new Set<string>();
  for (const asset of itemsOf(items, 'asset').sort(byOrder))
    for (const [key, file] of Object.entries(asset.files).sort(([, a], [, b]) => byOrder(a, b))) {
      const context = file.context === null ? undefined : items.get(file.context);
      const folder = `${asset.role}s${context?.kind === 'context' ? `/${plainName(context.name)}` : ''}`;
      let place = `${folder}/${plainName(file.file)}`;
      // File systems that do not tell large letters from small ones hold one of two.
      if (taken.has(place.toLowerCase())) place = `${folder}/${file.hash.slice(0, 8)}-${plainName(file.file)}`;
      taken.add(place.toLowerCase());
      places.set(`${asset.id} ${key}`, place);
    }
  return places;
} // prettier-ignore

/** The files of a library's assets: drawings as text, all else as they were uploaded. */
export function assetFiles(items: Items, role?: AssetItem['role']): OutputFile[] {
  const places = placesOf(items);
  const wanted = itemsOf(items, 'asset').filter((asset) => role === undefined || asset.role === role);
  return wanted.flatMap((asset) =>
    Object.entries(asset.files).map(([key, { svg, hash, size }]) => ({
      name: places.get(`${asset.id} ${key}`)!,
      ...(svg === undefined ? { text: '', stored: { hash, size } } : { text: `${svg}\n` }),
    })),
  );
}

const FORMATS: Record<string, string> = {
  'font/woff2': 'woff2',
  'font/woff': 'woff',
  'font/otf': 'opentype',
  'font/ttf': 'truetype',
};

/** The faces of the library's own fonts (CSS Fonts Level 4, section 11). */
export function fontFaces(items: Items): string {
  const places = placesOf(items);
  let text = '';
  for (const asset of itemsOf(items, 'asset').sort(byOrder))
    for (const [key, { font, mediaType }] of Object.entries(asset.files))
      if (font) {
        const format = FORMATS[mediaType];
        const [lightest, boldest] = font.weight;
        text +=
          `@font-face {\n  font-family: ${JSON.stringify(asset.name)};\n` +
          `  src: url("${places.get(`${asset.id} ${key}`)}")${format ? ` format("${format}")` : ''};\n` +
          `  font-weight: ${lightest === boldest ? lightest : `${lightest} ${boldest}`};\n` +
          `  font-style: ${font.italic ? 'italic' : 'normal'};\n  font-display: swap;\n}\n`;
      }
  return text;
}
