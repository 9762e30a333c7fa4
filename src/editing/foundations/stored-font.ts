import type { FontFacts } from '@/core/base/fonts/font';

/** A file the server has stored and read. */
export interface StoredFont {
  file: string;
  hash: string;
  mediaType: string;
  size: number;
  font: FontFacts;
}
