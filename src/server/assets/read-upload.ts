import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { FontFacts } from '@/core/base/fonts/font';
import { fontMediaType, FontProblem, readFont } from '@/core/base/fonts/read-font';
import { DrawingProblem, cleanSvg } from '@/core/base/svg/svg';
import { looksLikeSvg, pictureMediaType } from '@/core/assets/media';
import { badRequest } from '../http/problem';

export interface Upload {
  name?: string;
  /** What it is brought as; an icon takes the colour of the text around it. */
  as?: 'icon' | 'logo' | 'picture';
  bytes: Uint8Array;
}

/** What a file is by its own bytes, whatever the sender calls it, and the bytes that are kept of it. */
interface Read {
  mediaType: string;
  bytes: Uint8Array;
  font: FontFacts | null;
  /** Of an SVG, the drawing without all that could run or load. */
  svg?: string;
  notes: string[];
}

/** A file that has been read and is to be kept, known by its hash. */
export interface ReadUpload extends Read {
  file: string;
  hash: string;
  size: number;
}

function read({ name = 'The file', as = 'icon', bytes }: Upload): Read {
  const font = fontMediaType(bytes);
  if (font !== undefined) {
    try {
      return { mediaType: font, bytes, font: readFont(bytes), notes: [] };
    } catch (error) {
      if (error instanceof FontProblem) throw badRequest(`${name}: ${error.message}`);
      throw error;
    }
  }
  const picture = pictureMediaType(bytes);
  if (picture !== undefined) return { mediaType: picture, bytes, font: null, notes: [] };
  if (!looksLikeSvg(bytes))
    throw badRequest(
      `${name} is not a font, drawing or picture. Upload a .ttf, .otf, .ttc, .woff, .woff2, .svg, .png, .jpg, .gif or .webp.`,
    );
  try {
    const { svg, notes } = cleanSvg(new TextDecoder().decode(bytes), as === 'icon' ? 'icon' : 'picture');
    return { mediaType: 'image/svg+xml', bytes: new TextEncoder().encode(svg), font: null, svg, notes };
  } catch (error) {
    if (error instanceof DrawingProblem) throw badRequest(`${name}: ${error.message}. ${error.fix}.`);
    throw error;
  }
}

/** The same, of a file that lies on the disk. @throws Problem 400 */
export const readUploadedFile = ({ path, ...rest }: Omit<Upload, 'bytes'> & { path: string }): ReadUpload =>
  readUpload({ ...rest, bytes: readFileSync(path) });

/** What keeping a file comes to. @throws Problem 400 */
export function readUpload(upload: Upload): ReadUpload {
  const found = read(upload);
  const hash = createHash('sha256').update(found.bytes).digest('hex');
  return { file: upload.name ?? found.font?.family ?? 'file', hash, size: found.bytes.length, ...found };
}
