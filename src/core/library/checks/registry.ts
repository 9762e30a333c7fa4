import { registryOf } from '../../base/registry';
import { worstFirst, type Finding } from '../../findings/finding';
import type { LibraryCheck, LibraryCheckInput } from './check';
import { nameMissing } from './name-missing';

export const LIBRARY_CHECKS: ReadonlyMap<string, LibraryCheck> = registryOf(
  [nameMissing],
  ({ code }) => code,
);

/** What the checks across kinds of items have to say, worst first. */
export const checkLibrary = (input: LibraryCheckInput): Finding[] =>
  [...LIBRARY_CHECKS.values()].flatMap((check) => check.run(input)).sort(worstFirst);
