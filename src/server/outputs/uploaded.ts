import type { Knex } from 'knex';
import { itemsOf, type Items } from '@/core/document/item';
import type { OutputFile } from '@/core/outputs/output';
import { OUTPUTS } from '@/core/outputs/registry';

/** Bytes of uploaded files, by their hash. */
export type Uploaded = ReadonlyMap<string, Buffer>;

/** The uploaded files of what a library holds and inherits, where a format brings such along. */
export async function uploadedFor(
  trx: Knex,
  formats: readonly string[],
  bodies: readonly Items[],
): Promise<Uploaded> {
  if (!formats.some((name) => OUTPUTS.get(name)?.withFiles)) return new Map();
  const hashes = bodies.flatMap((items) =>
    itemsOf(items, 'asset').flatMap(({ files }) => Object.values(files).map(({ hash }) => hash)),
  );
  const rows: { hash: string; bytes: Buffer }[] = await trx('files')
    .whereIn('hash', [...new Set(hashes)])
    .select('hash', 'bytes');
  return new Map(rows.map(({ hash, bytes }) => [hash, bytes]));
}

/** What a file holds. */
export const contentOf = ({ text, stored }: OutputFile, uploaded: Uploaded): string | Buffer =>
  stored ? uploaded.get(stored.hash)! : text;
