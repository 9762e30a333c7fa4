import { listed } from '../../base/words';
import { ordered } from '../../document/item';
import type { ComponentCheck } from './check';

/** Choices that begin with a value they do not have: nothing is drawn by rules on it, and code cannot be written for it. */
export const defaultMissing: ComponentCheck = {
  titles: { 'default-missing': 'Default is not one of the values' },
  run: ({ component }) =>
    ordered(component.props)
      .filter(({ kind, values, default: first }) => kind === 'choice' && !values.includes(first))
      .map(({ name, values, default: first }) => ({
        code: 'default-missing',
        level: 'error',
        path: `${component.name}: ${name}`,
        message: `${component.name}: the default of ${name} is “${first}”, which is not one of its values`,
        fix: `Use one of ${listed(values)}, or add the value`,
      })),
};
