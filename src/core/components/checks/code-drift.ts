import { driftOf } from '../drift';
import type { ComponentCheck } from './check';

/** Props that are other than those of its code, as last read. */
export const codeDrift: ComponentCheck = {
  titles: {
    'code-drift': 'Props differ from source code',
  },
  run: ({ component }) => driftOf(component),
};
