import { counted } from '../../base/words';
import { added, type ChangeCheck } from './change-check';

export const names: ChangeCheck = {
  code: 'names',
  title: 'Names of tokens exist',
  of(change) {
    const { count, places } = added(change, 'unknown-token');
    return count > 0
      ? { state: 'failed', said: `${counted(count, 'custom property', 'custom properties')} that no token has and nothing sets`, places } // prettier-ignore
      : { state: 'passed', said: 'No name is used that is not there', places };
  },
};
