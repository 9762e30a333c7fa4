import type { FontFacts } from '../base/fonts/font';
import type { OrderedItem } from '../document/item';

declare module '../document/item' {
  interface ItemTypes {
    asset: AssetItem;
  }
}

/** One file of an asset: a face of a font, an icon at a size, a brand's logo. */
export interface AssetFile {
  order: string;
  /** The file's own name. */
  file: string;
  mediaType: string;
  /** SHA-256 of the bytes, in hex. */
  hash: string;
  /** Bytes. */
  size: number;
  /** Id of the context it holds in; null: everywhere. */
  context: string | null;
  /** What the file says of itself, where it is a font; the server reads it anew before it stores it. */
  font: FontFacts | null;
  /** The drawing, where it is an SVG: sanitised, so that it can stand in a page. */
  svg?: string;
}
export interface AssetItem extends OrderedItem {
  kind: 'asset';
  /** Of a font, the family's name as style sheets use it. */
  name: string;
  role: 'font' | 'icon' | 'logo' | 'picture';
  files: Record<string, AssetFile>;
}
