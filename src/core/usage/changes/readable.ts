import { counted } from '../../base/words';
import { added, type ChangeCheck } from './change-check';

export const readable: ChangeCheck = {
  code: 'readable',
  title: 'Files can be read',
  of(change) {
    const { count, places } = added(change, 'unreadable');
    return count > 0
      ? { state: 'failed', said: `${counted(count, 'file')} can no longer be read`, places }
      : { state: 'passed', said: `${counted(change.after.files, 'file')} read`, places };
  },
};
