import { counted } from '../../base/words';
import { added, type ChangeCheck } from './change-check';

export const rawValues: ChangeCheck = {
  code: 'raw-values',
  title: 'Values of tokens are written by token',
  of(change) {
    const { count, places } = added(change, 'raw-exact');
    return count > 0
      ? { state: 'warning', said: `${counted(count, 'new raw value')} that a token has`, places }
      : { state: 'passed', said: 'No new raw value that a token has', places };
  },
};
