import { counted } from '../../base/words';
import { added, type ChangeCheck } from './change-check';

export const deprecated: ChangeCheck = {
  code: 'deprecated',
  title: 'Deprecated tokens are not used anew',
  of(change) {
    const { count, places } = added(change, 'deprecated-use');
    return count > 0
      ? { state: 'warning', said: `${counted(count, 'new use')} of deprecated tokens`, places }
      : { state: 'passed', said: 'No new use', places };
  },
};
