import type { Knex } from 'knex';

export interface DeliveredFile {
  name: string;
  /** Bytes. */
  size: number;
  /** SHA-256, as hexadecimal digits. */
  hash: string;
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

/** As many are listed. */
const MOST_LISTED = 500;

/** Deliveries of a library, the newest first. */
export const deliveriesOf = (trx: Knex, documentId: string): Promise<(DeliveryRow & { by: string })[]> =>
  trx('deliveries')
    .join('people', 'people.id', 'deliveries.person_id')
    .where({ document_id: documentId })
    .orderBy([
      { column: 'at', order: 'desc' },
      { column: 'deliveries.id', order: 'desc' },
    ])
    .limit(MOST_LISTED)
    .select('deliveries.*', 'people.name as by');
