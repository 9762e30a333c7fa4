import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { ordered, type Item } from '@/core/document/item';
import { fontMediaType, FontProblem, readFont } from '@/core/base/fonts/read-font';
import type { FontFacts } from '@/core/base/fonts/font';
import { DrawingProblem, cleanSvg } from '@/core/base/svg/svg';
import { looksLikeSvg, pictureMediaType } from '@/core/assets/media';
import { roleOf, type DocumentRow } from '../access/authorise';
import { badRequest, notFound } from '../http/problem';
import { useCase } from '../use-case';

interface Upload {
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

/** What is stored beside the bytes, and what an item that names them has to repeat. */
const factsOf = (file: { font: FontFacts | null; svg?: string }): string =>
  JSON.stringify(file.svg === undefined ? file.font : { svg: file.svg });

/** Stores a file for a document's assets, read and known by its hash. It shows nowhere until an asset names it. */
const storeFile = useCase('files.store', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  async run({ trx }, input, row) {
    return keepFile(trx, row.id, input);
  },
});

interface KeptFile extends Omit<Read, 'bytes'> {
  file: string;
  hash: string;
  size: number;
}

/** What keeping a file comes to. @throws Problem 400 */
export function readUpload(upload: Upload): KeptFile & { bytes: Uint8Array } {
  const { bytes, ...said } = read(upload);
  const hash = createHash('sha256').update(bytes).digest('hex');
  return { file: upload.name ?? said.font?.family ?? 'file', hash, size: bytes.length, bytes, ...said };
}

/** Reads a file and keeps it for a document. @throws Problem 400 */
export async function keepFile(trx: Knex, documentId: string, upload: Upload): Promise<KeptFile> {
  const { bytes, ...kept } = readUpload(upload);
  const { hash } = kept;
  await trx('files')
    .insert({ hash, media_type: kept.mediaType, bytes: Buffer.from(bytes), facts: factsOf(kept) })
    .onConflict('hash')
    .ignore();
  await trx('document_files').insert({ document_id: documentId, hash }).onConflict().ignore();
  return kept;
}

/** The bytes of a file, to whoever may see a document that brought it. */
const readFile = useCase('files.read', {
  needs: 'signed-in',
  async run({ trx, actor }, { hash }) {
    const holders: DocumentRow[] = await trx('documents')
      .join('document_files', 'documents.id', 'document_files.document_id')
      .where({ hash })
      .select('documents.*');
    for (const holder of holders) {
      if (!(await roleOf(trx, actor, holder))) continue;
      const file: { media_type: string; bytes: Buffer } = await trx('files').where({ hash }).first();
      return { bytes: file.bytes, mediaType: file.media_type };
    }
    throw notFound('such file');
  },
});

/**
 * Holds the files an item names against what was stored for its document: a client may choose among them, and cannot
 * say of them what is not so.
 * @throws Problem 400
 */
export async function checkFiles(trx: Knex, documentId: string, item: Item): Promise<void> {
  if (item.kind !== 'asset') return;
  for (const file of ordered(item.files)) {
    const stored: { media_type: string; facts: string | null; size: number } | undefined = await trx('files')
      .join('document_files', 'files.hash', 'document_files.hash')
      .where({ 'files.hash': file.hash, document_id: documentId })
      .select('media_type', 'facts', trx.raw('length(bytes) AS size'))
      .first();
    if (!stored) throw badRequest(`The file ${file.file} was not uploaded to this library. Upload it first.`);
    if (stored.media_type !== file.mediaType || stored.size !== file.size || stored.facts !== factsOf(file))
      throw badRequest(`What is said of ${file.file} is not what the file holds. Upload it again.`);
  }
}

export const fileUseCases = [storeFile, readFile];
