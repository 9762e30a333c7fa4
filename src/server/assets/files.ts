import type { Knex } from 'knex';
import { ordered, type Item } from '@/core/document/item';
import type { FontFacts } from '@/core/base/fonts/font';
import { roleOf, type DocumentRow } from '../access/authorise';
import { badRequest, notFound } from '../http/problem';
import { aside } from '../jobs/pool';
import { useCase } from '../use-case';
import type { ReadUpload } from './read-upload';

/** What is stored beside the bytes, and what an item that names them has to repeat. */
const factsOf = (file: { font: FontFacts | null; svg?: string }): string =>
  JSON.stringify(file.svg === undefined ? file.font : { svg: file.svg });

/** Stores a file for a document's assets, read and known by its hash. It shows nowhere until an asset names it. */
const storeFile = useCase('files.store', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  ahead: (_, { name, as, bytes }) => aside('readUpload', { name, as, bytes }, name ?? 'The file'),
  run: ({ trx }, _input, row, upload) => keepFile(trx, row.id, upload),
});

/** Keeps a file that has been read for a document. */
export async function keepFile(
  trx: Knex,
  documentId: string,
  { bytes, ...kept }: ReadUpload,
): Promise<Omit<ReadUpload, 'bytes'>> {
  const { hash } = kept;
  await trx('files')
    .insert({ hash, media_type: kept.mediaType, bytes: Buffer.from(bytes), facts: factsOf(kept) })
    .onConflict('hash')
    .ignore();
  await trx('document_files').insert({ document_id: documentId, hash }).onConflict().ignore();
  return kept;
}

interface FileRow {
  media_type: string;
  facts: string | null;
  size: number;
}

/** A file that was stored for a document. */
const storedFor = (trx: Knex, documentId: string, hash: string): Promise<FileRow | undefined> =>
  trx('files')
    .join('document_files', 'files.hash', 'document_files.hash')
    .where({ 'files.hash': hash, document_id: documentId })
    .select('media_type', 'facts', trx.raw('length(bytes) AS size'))
    .first();

const readFacts = useCase('files.facts', {
  needs: 'viewer',
  kind: 'library',
  document: (input) => input.slug,
  async run({ trx }, { hash }, row) {
    const stored = await storedFor(trx, row.id, hash);
    if (!stored) throw notFound('such file');
    const facts = JSON.parse(stored.facts ?? 'null') as (FontFacts & { svg?: undefined }) | { svg: string } | null;
    const svg = facts?.svg;
    return {
      hash,
      mediaType: stored.media_type,
      size: stored.size,
      font: svg === undefined ? (facts as FontFacts | null) : null,
      ...(svg !== undefined && { svg }),
    };
  },
}); // prettier-ignore

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
    const stored = await storedFor(trx, documentId, file.hash);
    if (!stored) throw badRequest(`The file ${file.file} was not uploaded to this library. Upload it first.`);
    if (stored.media_type !== file.mediaType || stored.size !== file.size || stored.facts !== factsOf(file))
      throw badRequest(`What is said of ${file.file} is not what the file holds. Upload it again.`);
  }
}

export const fileUseCases = [storeFile, readFacts, readFile];
