import { execFile } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import type { Knex } from 'knex';
import type { Actor } from '@/server/access/authorise';
import { Runner } from '@/server/jobs/runner';
import { endTasks } from '@/server/jobs/pool';
import { perform } from '@/server/perform';
import { repositoryFolder } from '@/server/repositories/folder';
import { gitEnvironment, hasGit } from '@/server/repositories/git';

const run = promisify(execFile);

/**
 * Gives products the repositories that the patches in `demo/source` make, one commit each, with the dates and authors they
 * name: the same commits wherever it is done. Each is scanned as any push is.
 */
export async function loadSource(knex: Knex, folder: string, products: readonly (readonly [slug: string, by: Actor])[]): Promise<void> {
  // Without git there are no repositories; all else is there.
  if (!hasGit()) return;
  const repositories: { slug: string; repository: string }[] = [];
  for (const [slug, by] of products) {
    await perform(knex, 'repositories.create', by, { slug });
    const { id } = await knex('documents').where({ slug }).first();
    repositories.push({ slug, repository: (await repositoryFolder(knex, id))! });
  }
  // Side by side: git takes longer than all the rest.
  await Promise.all(repositories.map(({ slug, repository }) => pushPatches(path.resolve(folder, 'source', slug), repository)));
  for (const [slug, by] of products) await perform(knex, 'repositories.scan', by, { slug });
}

async function pushPatches(patches: string, repository: string): Promise<void> {
  const copy = mkdtempSync(path.join(os.tmpdir(), 'seedplan-demo-'));
  const git = (...words: string[]) =>
    run('git', words, {
      cwd: copy,
      env: { ...gitEnvironment(), GIT_COMMITTER_NAME: 'Saltmarsh Crossings', GIT_COMMITTER_EMAIL: 'code@saltmarsh.example' },
    });
  try {
    await git('init', '--quiet', '--initial-branch=main');
    await git('am', '--quiet', '--committer-date-is-author-date', ...readdirSync(patches).sort().map((name) => path.join(patches, name)));
    await git('push', '--quiet', repository, 'main');
  } finally {
    rmSync(copy, { recursive: true, force: true });
  }
} // prettier-ignore

/** Does what the story has had asked for: scans and deliveries. */
export async function runJobs(knex: Knex): Promise<void> {
  const runner = new Runner(knex);
  await runner.wake();
  await runner.end();
  await endTasks();
  // A release is delivered when it is made, and the story's releases are made on its days.
  for (const { id, at } of await knex('deliveries')
    .join('releases', (on) =>
      on.on('releases.document_id', 'deliveries.document_id').andOn('releases.version', 'deliveries.version'),
    )
    .select('deliveries.id', 'releases.at'))
    await knex('deliveries').where({ id }).update({ at });
}
