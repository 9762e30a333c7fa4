import { personIn, useCase, type Work } from '../use-case';
import type { DocumentRow } from '../access/authorise';
import { existingFolder } from '../repositories/folder';
import { addJob } from './job';
import { wakeRunner } from './runner';

/** Has a job read what was sent. */
async function readBy(work: Work, kind: string, row: DocumentRow, input: object): Promise<string> {
  const job = await addJob(work, kind, row, personIn(work), input);
  work.afterCommit(wakeRunner);
  return job;
}

const sendFile = useCase('uploads.file', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  run: async (work, { name = 'file', as, upload }, row) => ({
    job: await readBy(work, 'file', row, { name, as, upload: upload.hash }),
    hash: upload.hash,
  }),
});

const sendTokens = useCase('uploads.tokens', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  run: async (work, { name = 'file.tokens.json', upload }, row) => ({
    job: await readBy(work, 'tokens', row, { name, upload: upload.hash }),
  }),
});

const sendSource = useCase('uploads.source', {
  needs: 'maintainer',
  kind: 'product',
  document: (input) => input.slug,
  async run(work, { name = 'source.zip', upload }, row) {
    await existingFolder(work.trx, row);
    return { job: await readBy(work, 'source', row, { name, upload: upload.hash }) };
  },
});

export const uploadUseCases = [sendFile, sendTokens, sendSource];
