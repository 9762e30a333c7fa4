import { addJob } from '../jobs/job';
import { wakeRunner } from '../jobs/runner';
import { badRequest, notFound } from '../http/problem';
import { personIn, useCase, type Work } from '../use-case';
import type { DocumentRow } from '../access/authorise';
import { existingFolder, folderCalled, MAIN, repositoryFolder, repositoryOf } from './folder';
import { settleMerged } from './settled';
import {
  branchesOf,
  commitOf,
  commitsFrom,
  differenceOf,
  fileAt,
  filesAt,
  hasGit,
  makeRepository,
  requireGit,
} from './git';

/** A product's repository; it begins empty. */
const create = useCase('repositories.create', {
  needs: 'maintainer',
  kind: 'product',
  document: (input) => input.slug,
  async ahead({ knex }, _input, row) {
    requireGit();
    if (await repositoryOf(knex, row.id)) throw badRequest(`${row.name} has a repository already.`);
    // Made before it is known: one that is made for nothing stands in nobody's way.
    const folder = `${row.id}-${Date.now().toString(36)}.git`;
    await makeRepository(folderCalled(folder));
    return folder;
  },
  async run(work, _input, row, folder: string) {
    if (await repositoryOf(work.trx, row.id)) throw badRequest(`${row.name} has a repository already.`);
    await work.trx('repositories').insert({ document_id: row.id, folder, created_at: work.now() });
    return {};
  },
});

const read = useCase('repositories.read', {
  needs: 'viewer',
  kind: 'product',
  document: (input) => input.slug,
  async ahead({ knex }, input, row) {
    if (!hasGit()) return { off: true, exists: false, branches: [], commits: [] };
    const folder = await repositoryFolder(knex, row.id);
    if (!folder) return { off: false, exists: false, branches: [], commits: [] };
    const branches = await branchesOf(folder);
    const from = input.branch ?? MAIN;
    const known = branches.some(({ name }) => name === from);
    if (input.branch !== undefined && !known) throw notFound(`branch called ${from}`);
    const commits = known ? await commitsFrom(folder, `refs/heads/${from}`) : [];
    return { off: false, exists: true, branches, commits };
  },
  run: async (_work, _input, _row, told) => told,
});

const commit = useCase('repositories.commit', {
  needs: 'viewer',
  kind: 'product',
  document: (input) => input.slug,
  async ahead({ knex }, input, row) {
    const folder = await existingFolder(knex, row);
    const hash = await commitOf(folder, input.commit);
    const [about] = await commitsFrom(folder, hash, { most: 1 });
    const files = await filesAt(folder, hash);
    return {
      ...about!,
      ...(await differenceOf(folder, hash)),
      files: files.map(({ name, size }) => ({ name, size })),
    };
  },
  run: async (_work, _input, _row, told) => told,
});

const file = useCase('repositories.file', {
  needs: 'viewer',
  kind: 'product',
  document: (input) => input.slug,
  async ahead({ knex }, input, row) {
    const folder = await existingFolder(knex, row);
    const hash = await commitOf(folder, input.commit);
    const text = await fileAt(folder, hash, input.name ?? '');
    if (text === undefined) throw notFound(`file ${input.name ?? ''} that can be shown`);
    return { commit: hash, name: input.name ?? '', text };
  },
  run: async (_work, _input, _row, told) => told,
});

/** Has the commits of the main branch scanned that have not been, against what the product has pinned now. */
export async function scanNew(work: Work, row: DocumentRow, person: string): Promise<string> {
  const job = await addJob(work, 'scan', row, person, {});
  work.afterCommit(wakeRunner);
  return job;
}

const scan = useCase('repositories.scan', {
  needs: 'contributor',
  kind: 'product',
  document: (input) => input.slug,
  async run(work, _input, row) {
    await settleMerged(work, row.id, await existingFolder(work.trx, row));
    return { job: await scanNew(work, row, personIn(work)) };
  },
});

export const repositoryUseCases = [create, read, commit, file, scan];
