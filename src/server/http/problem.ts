import { ExpectedError } from '@/core/base/errors';
/** A refusal with a meaning, answered as RFC 9457 problem details. */
export class Problem extends ExpectedError {
  override readonly name = 'Problem';
  constructor(
    readonly status: number,
    readonly code: string,
    readonly title: string,
    readonly detail: string,
    /** Further members of the answer, such as the clashes of a stale edit. */
    readonly more: Record<string, unknown> = {},
  ) {
    super(`${title}: ${detail}`);
  }
}

export const notFound = (what: string) =>
  new Problem(404, 'not-found', 'Not found', `There is no ${what}, or you may not see it.`);
export const forbidden = (what: string) => new Problem(403, 'forbidden', 'Not allowed', what);
export const badRequest = (detail: string, more?: Record<string, unknown>) =>
  new Problem(400, 'bad-request', 'This cannot be done as asked', detail, more);
