import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { ordered, type Item } from '@/core/documents/items';
import { fontMediaType, FontProblem, readFont } from '@/core/fonts/read-font';
import type { FontFacts } from '@/core/fonts/font';
import { roleOf, type DocumentRow } from '../access/authorise';
import { badRequest, notFound } from '../problem';
import type { UseCase } from '../use-case';

export interface Upload {
  name?: string;
  bytes: Uint8Array;
}

/** What a file is, by its own bytes; whatever the sender calls it counts for nothing. */
function read({ name = 'The file', bytes }: Upload): { mediaType: string; font: FontFacts } {
  const mediaType = fontMediaType(bytes);
  if (mediaType === undefined)
    throw badRequest(`${name} is no font file. Bring a .ttf, .otf, .ttc, .woff or .woff2.`);
  try {
    return { mediaType, font: readFont(bytes) };
  } catch (error) {
    if (error instanceof FontProblem) throw badRequest(`${name}: ${error.message}`);
    throw error;
  }
}

/** Stores a file for a document's assets, read and known by its hash. It shows nowhere until an asset names it. */
const storeFile: UseCase<{ slug: string } & Upload> = {
  id: 'files.store',
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  async run({ trx }, input, row) {
    const { mediaType, font } = read(input);
    const hash = createHash('sha256').update(input.bytes).digest('hex');
    await trx('files')
      .insert({ hash, media_type: mediaType, bytes: Buffer.from(input.bytes), facts: JSON.stringify(font) })
      .onConflict('hash')
      .ignore();
    await trx('document_files').insert({ document_id: row.id, hash }).onConflict().ignore();
    return { file: input.name ?? `${font.family}.font`, hash, mediaType, size: input.bytes.length, font };
  },
};

/** The bytes of a file, to whoever may see a document that brought it. */
const readFile: UseCase<{ hash: string }> = {
  id: 'files.read',
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
};

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
    if (!stored) throw badRequest(`The file ${file.file} was not brought to this library. Bring it first.`);
    if (
      stored.media_type !== file.mediaType ||
      stored.size !== file.size ||
      stored.facts !== JSON.stringify(file.font)
    )
      throw badRequest(`What is said of ${file.file} is not what the file holds. Bring it again.`);
  }
}

export const fileUseCases = [storeFile, readFile];
