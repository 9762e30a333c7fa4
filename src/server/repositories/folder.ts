import path from 'node:path';
import type { Knex } from 'knex';
import { dataFolder } from '@/files/data-folder';

/** The branch a repository begins with, and whose commits are scanned. */
export const MAIN = 'main';

export interface RepositoryRow {
  document_id: string;
  folder: string;
  created_at: string;
}

export const repositoryOf = (trx: Knex, documentId: string): Promise<RepositoryRow | undefined> =>
  trx('repositories').where({ document_id: documentId }).first();

export const folderCalled = (name: string): string =>
  path.join(/* turbopackIgnore: true */ dataFolder(), 'repositories', name);

/** Where the repository of a product lies; undefined where it has none. */
export async function repositoryFolder(trx: Knex, documentId: string): Promise<string | undefined> {
  const row = await repositoryOf(trx, documentId);
  return row && folderCalled(row.folder);
}
