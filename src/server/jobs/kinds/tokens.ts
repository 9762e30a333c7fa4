import { counted } from '@/core/base/words';
import { heldAgainst, refuseErrors, storeImport } from '../../intake/import-files';
import type { FilesRead, LargeFile } from '../../intake/read-files';
import { jobKind } from '../job';
import { aside } from '../pool';
import { forgetUpload, uploadIn, type UploadInput } from '../upload';

const MOST_SECONDS = 600;

/** A token file that is too large to be looked through first: imported whole, or not at all. */
export const tokens = jobKind<UploadInput, LargeFile, FilesRead>({
  kind: 'tokens',
  label: 'Import',
  needs: 'maintainer',
  page: 'tokens',
  idempotent: true,
  read: async (work, library, input) => ({ ...(await heldAgainst(work, library)), ...uploadIn(input) }),
  async compute(large, beside) {
    beside.onProgress?.({ done: 0, of: 2, doing: `Reading ${large.name}` });
    const read = await aside('readLargeFile', large, large.name, MOST_SECONDS, beside);
    beside.onProgress?.({ done: 1, of: 2, doing: 'Storing' });
    refuseErrors(read);
    return read;
  },
  async commit(work, library, input, read) {
    await storeImport(work, library, read, [input.name]);
    await forgetUpload(work, input);
    const added = read.edits.filter(({ kind }) => kind === 'add').length;
    return `${counted(added, 'item')} added, ${counted(read.edits.length - added, 'value')} changed`;
  },
});
