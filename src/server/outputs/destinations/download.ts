import { counted } from '@/core/base/words';
import type { Destination } from '@/core/outputs/output-item';
import { filesText } from '../delivery-rows';
import { destinationKind } from './destination';

/** Nowhere else: the delivery itself keeps the files, and people take them from there. */
export const download = destinationKind<Extract<Destination, { kind: 'download' }>, null, null>({
  kind: 'download',
  read: async () => null,
  prepare: async () => null,
  async bring(_work, { before: [last] }, files) {
    const changed = last?.files !== filesText(files);
    return {
      changed,
      said: changed
        ? `${counted(files.length, 'file')} to download`
        : 'Nothing changed since the last delivery',
    };
  },
});
