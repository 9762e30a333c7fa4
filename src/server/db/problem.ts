import { ExpectedError } from '@/core/base/errors';

/** Something about where the program runs that keeps it from starting, in one line for the person who started it. */
export class StartProblem extends ExpectedError {
  override readonly name = 'StartProblem';
}
