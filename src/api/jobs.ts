import { operation } from './operation';
import { Flag, LongText, Nothing, Text, Whole, exactly, list, nullable, oneOf } from './schemas';

export const JOBS = [
  operation({
    id: 'jobs.list',
    method: 'GET',
    path: '/jobs',
    summary: 'Jobs about what the caller may read, the newest first',
    query: { document: Text },
    answer: exactly({
      jobs: list(
        exactly({
          id: Text,
          label: Text,
          document: exactly({ kind: oneOf('library', 'product'), slug: Text, name: Text }),
          /** Where what came of it is seen. */
          href: Text,
          by: Text,
          state: oneOf('waiting', 'running', 'done', 'failed', 'cancelled'),
          attempt: Whole,
          progress: nullable(exactly({ done: Whole, of: Whole, doing: Text })),
          result: nullable(LongText),
          error: nullable(LongText),
          created: Text,
          started: nullable(Text),
          ended: nullable(Text),
          /** Whether the caller may cancel it or run it again. */
          mine: Flag,
        }),
      ),
    }),
  }),
  operation({
    id: 'jobs.cancel',
    method: 'POST',
    path: '/jobs/{id}/cancel',
    summary: 'Cancel a job that waits or runs',
    answer: Nothing,
  }),
  operation({
    id: 'jobs.again',
    method: 'POST',
    path: '/jobs/{id}/again',
    summary: 'Run a job again that failed or was cancelled',
    answer: exactly({ job: Text }),
  }),
] as const;
