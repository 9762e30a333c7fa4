import { useQuery } from '@tanstack/react-query';
import type { AnswerOf } from '@/api/operations';
import { call } from '@/features/session/call';

export type Job = AnswerOf<'jobs.list'>['jobs'][number];

/** Milliseconds between two questions: while something is under way, and otherwise. */
const OFTEN = 600;
const SELDOM = 10_000;

export const isUnderWay = ({ state }: Job): boolean => state === 'waiting' || state === 'running';

/** Jobs about a document, or all one may see, kept up to date. */
export function useJobs(document?: string) {
  return useQuery({
    queryKey: ['jobs', document],
    queryFn: async () => (await call('GET /jobs', document === undefined ? {} : { document })).jobs,
    refetchInterval: (query) => (query.state.data?.some(isUnderWay) ? OFTEN : SELDOM),
  });
}
