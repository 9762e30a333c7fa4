import { bytesText } from '@/core/base/words';
import { keepFile } from '../../assets/files';
import type { ReadUpload, Upload } from '../../assets/read-upload';
import { jobKind } from '../job';
import { aside } from '../pool';
import { forgetUpload, uploadIn, type UploadInput } from '../upload';

const MOST_SECONDS = 120;

type Input = UploadInput & Pick<Upload, 'as'>;

/** A font or picture that is too large to be read while somebody waits: kept for its library, to be named by an asset. */
export const file = jobKind<Input, Input & { path: string }, ReadUpload>({
  kind: 'file',
  label: 'Upload',
  needs: 'maintainer',
  page: 'assets',
  idempotent: true,
  read: async (_work, _library, input) => ({ ...input, ...uploadIn(input) }),
  compute: ({ path, name, as }, beside) =>
    aside('readUploadedFile', { path, name, as }, name, MOST_SECONDS, beside),
  async commit(work, library, input, read) {
    await keepFile(work.trx, library.id, read);
    await forgetUpload(work, input);
    return `${read.font?.family ?? input.name}, ${bytesText(read.size)}`;
  },
});
