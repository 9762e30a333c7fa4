import { Refusal } from '@/core/base/errors';
import { call, sendFile } from '@/features/session/call';
import { isUnderWay, type Job } from './use-jobs';

/** How far it is: from 0 to 1, and what is being done. */
export interface Sending {
  share: number;
  doing: string;
}

const OFTEN = 500;
/** Sending takes this share of the line that is shown, the job the rest. */
const SENT = 0.5;

/**
 * Sends a file that a job reads, and waits for what comes of it.
 * @throws CallRefused, or Refusal where the job failed or was cancelled
 */
export async function sendToJob<A extends { job: string }>(
  { path, document, file, name }: { path: string; document: string; file: Blob; name: string },
  tell: (sending: Sending) => void,
  signal?: AbortSignal,
): Promise<{ answer: A; job: Job }> {
  const answer = await sendFile<A>(path, file, (share) => tell({ share: SENT * share, doing: `Sending ${name}` }), signal); // prettier-ignore
  for (;;) {
    const job = (await call('GET /jobs', { document })).jobs.find(({ id }) => id === answer.job);
    if (!job) throw new Refusal(`The job that reads ${name} is not there`, 'Send the file again');
    if (job.state === 'done') return { answer, job };
    if (!isUnderWay(job))
      throw new Refusal(
        job.error?.replace(/\.$/, '') ?? `Reading ${name} was cancelled`,
        'Nothing was changed',
      );
    const { progress } = job;
    const share = progress ? progress.done / Math.max(1, progress.of) : 0;
    tell({ share: SENT + (1 - SENT) * share, doing: progress?.doing ?? `Reading ${name}` });
    await new Promise((resolve) => setTimeout(resolve, OFTEN));
  }
}
