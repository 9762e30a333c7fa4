import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import type { OutputFile } from '@/core/outputs/output';
import type { OutputItem } from '@/core/outputs/output-item';
import { personIn, type Work } from '../use-case';
import type { Arrived, Going } from './destinations/destination';

interface DeliveredFile {
  name: string;
  /** Bytes. */
  size: number;
  /** SHA-256, as hexadecimal digits. */
  hash: string;
  /** It is an uploaded file, and no text. */
  stored?: true;
}
export interface DeliveryRow {
  id: string;
  document_id: string;
  output_id: string;
  name: string;
  version: string;
  destination: string;
  files: string;
  changed: boolean | 0 | 1;
  proposal_id: string | null;
  commit_hash: string | null;
  person_id: string;
  at: string;
}

export const filesOf = ({ files }: Pick<DeliveryRow, 'files'>): DeliveredFile[] =>
  JSON.parse(files) as DeliveredFile[];

const delivered = ({ name, text, stored }: OutputFile): DeliveredFile =>
  stored
    ? { name, size: stored.size, hash: stored.hash, stored: true }
    : { name, size: Buffer.byteLength(text), hash: createHash('sha256').update(text).digest('hex') };
/** Files as a row tells of them. */
export const filesText = (files: readonly OutputFile[]): string => JSON.stringify(files.map(delivered));

/** As many are listed. */
const MOST_LISTED = 500;
const NEWEST_FIRST = [
  { column: 'at', order: 'desc' },
  { column: 'deliveries.id', order: 'desc' },
];

/** Deliveries of a library, the newest first. */
export const deliveriesOf = (trx: Knex, documentId: string): Promise<(DeliveryRow & { by: string })[]> =>
  trx('deliveries')
    .join('people', 'people.id', 'deliveries.person_id')
    .where({ document_id: documentId })
    .orderBy(NEWEST_FIRST)
    .limit(MOST_LISTED)
    .select('deliveries.*', 'people.name as by');

/** What an output delivered to where it delivers now, the newest first. */
export const deliveriesTo = (trx: Knex, { id, destination }: OutputItem): Promise<DeliveryRow[]> =>
  trx('deliveries')
    .where({ output_id: id, destination: JSON.stringify(destination) })
    .orderBy(NEWEST_FIRST);

/** Texts of files, by their hashes. */
export async function textsOf(trx: Knex, hashes: readonly string[]): Promise<Map<string, string>> {
  const rows: { hash: string; text: string }[] = await trx('delivered_files').whereIn('hash', hashes);
  return new Map(rows.map(({ hash, text }) => [hash, text]));
}

/** Keeps what was delivered, each content once. */
export async function storeDelivery(
  work: Work,
  { library, release, output, destination }: Going,
  files: readonly OutputFile[],
  { changed, proposal }: Arrived,
): Promise<void> {
  // Uploaded files are kept where they were uploaded.
  for (const file of files.filter(({ stored }) => stored === undefined))
    await work
      .trx('delivered_files')
      .insert({ hash: delivered(file).hash, text: file.text })
      .onConflict('hash')
      .ignore();
  await work.trx('deliveries').insert({
    id: work.newId('delivery'),
    document_id: library.id,
    output_id: output.id,
    name: output.name,
    version: release.version,
    destination: JSON.stringify(destination),
    files: filesText(files),
    changed,
    proposal_id: proposal?.id ?? null,
    commit_hash: proposal?.commit ?? null,
    person_id: personIn(work),
    at: work.now(),
  });
}
