import { ExpectedError } from '@/core/base/errors';
import type { ProblemReport } from '@/api/document-protocol';
import type { AnswerOf, Endpoint, IdOf, InputOf } from '@/api/operations';
import { requestOf } from '@/api/request';

/** A refusal the server gave, in its words. */
export class Refused extends ExpectedError {
  override readonly name = 'Refused';
  constructor(readonly report: ProblemReport) {
    super(report.detail);
  }
}

/** Answers of what stands before the program, or of a program that is being stopped: the same request is right later. */
const AWAY = new Set([502, 503, 504]);

/**
 * Asks the server one operation.
 * @throws Refused with what it said; of a server that cannot be reached with the code `offline`
 */
export async function send<E extends Endpoint>(
  endpoint: E,
  input: InputOf<IdOf<E>>,
): Promise<AnswerOf<IdOf<E>>> {
  const { address, init } = requestOf(endpoint, input);
  let response: Response;
  try {
    response = await fetch(address, init);
  } catch {
    throw new Refused({
      code: 'offline',
      title: 'No connection',
      detail: 'The server does not answer. Nothing was stored; try again.',
    });
  }
  if (AWAY.has(response.status))
    throw new Refused({
      code: 'offline',
      title: 'The server is not ready',
      detail: 'The server is being stopped or started. Nothing was stored; try again.',
    });
  const answer: unknown = await response.json().catch(() => ({}));
  if (!response.ok) throw new Refused(answer as ProblemReport);
  return answer as AnswerOf<IdOf<E>>;
}
