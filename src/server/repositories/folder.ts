import path from 'node:path';
import type { Knex } from 'knex';
import type { DocumentRow } from '../access/authorise';
import { badRequest } from '../http/problem';
import { requireGit } from './git';
import { dataFolder } from '@/files/data-folder';

/** The branch a repository begins with, and whose commits are scanned. */
export const MAIN = 'main';

interface RepositoryRow {
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

/**
 * Where it lies, for what cannot be done without.
 * @throws Problem 400 where there is none, 501 where repositories are off
 */
export async function existingFolder(trx: Knex, { id, name }: DocumentRow): Promise<string> {
  requireGit();
  const folder = await repositoryFolder(trx, id);
  if (!folder) throw badRequest(`${name} has no repository. Create one first.`);
  return folder;
}
