import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { counted } from '@/core/base/words';
import { existingFolder, MAIN } from '../../repositories/folder';
import {
  branchesOf,
  commitWith,
  filesAt,
  moveBranch,
  NO_COMMIT,
  type CommittedFile,
} from '../../repositories/git';
import { addJob, jobKind } from '../job';
import { aside } from '../pool';
import { forgetUpload, uploadIn, type UploadInput } from '../upload';

const MOST_SECONDS = 600;

interface Read {
  folder: string;
  base: string;
  path: string;
  name: string;
  author: string;
}

/** A product's source from an archive: the next commit of the branch main, which holds what the archive holds and no more. */
export const source = jobKind<UploadInput, Read, { commit?: string; files: number } & Read>({
  kind: 'source',
  label: 'Upload of source',
  needs: 'maintainer',
  page: 'code',
  idempotent: true,
  async read(work, product, input) {
    const folder = await existingFolder(work.trx, product);
    const main = (await branchesOf(folder)).find(({ name }) => name === MAIN);
    const person: { name: string } = await work.trx('people').where({ id: personOf(work.actor) }).first('name');
    return { folder, base: main?.commit ?? NO_COMMIT, author: person.name, ...uploadIn(input) };
  },
  async compute(read, beside) {
    const into = mkdtempSync(path.join(os.tmpdir(), 'seedplan-source-'));
    try {
      beside.onProgress?.({ done: 0, of: 2, doing: `Unpacking ${read.name}` });
      const names = await aside('unpackArchive', { path: read.path, name: read.name, into }, read.name, MOST_SECONDS, beside);
      beside.onProgress?.({ done: 1, of: 2, doing: `Writing ${counted(names.length, 'file')}` });
      const held = new Set(names);
      const before = read.base === NO_COMMIT ? [] : await filesAt(read.folder, read.base);
      const files: CommittedFile[] = [
        ...names.map((name, at) => ({ name, at: path.join(into, String(at)) })),
        ...before.filter(({ name }) => !held.has(name)).map(({ name }) => ({ name, content: null })),
      ];
      const commit = await commitWith(read.folder, { base: read.base, files, message: `Source from ${read.name}`, author: read.author });
      return { ...read, commit, files: names.length };
    } finally {
      rmSync(into, { recursive: true, force: true });
    }
  },
  async commit(work, product, input, { folder, base, commit, files }) {
    if (commit) {
      await moveBranch(folder, MAIN, commit, base);
      await addJob(work, 'scan', product, personOf(work.actor), {});
    }
    await forgetUpload(work, input);
    return commit ? `${counted(files, 'file')} in commit ${commit.slice(0, 8)}` : 'The source is as it was';
  },
}); // prettier-ignore

const personOf = (actor: { kind: string; id?: string }): string => actor.id!;
