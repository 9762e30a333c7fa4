import { Refusal } from '@/core/base/errors';
import { call, sendFile } from '@/features/session/call';
import { isUnderWay, type Job } from './use-jobs';

/** How far it is: from 0 to 1, and what is being done. */
export interface Sending {
  share: number;
  doing: string;
}

const OFTEN = 500;
const NOTHING = 'Nothing was changed';
/** Sending takes this share of the line that is shown, the job the rest. */
const SENT = 0.5;

/**
 * Sends a file that a job reads, and waits for what comes of it.
 * @throws CallRefused, or Refusal where the job failed or was cancelled, as it is by `signal`
 */
export async function sendToJob<A extends { job: string }>(
  { path, document, file, name }: { path: string; document: string; file: Blob; name: string },
  tell: (sending: Sending) => void,
  signal?: AbortSignal,
): Promise<{ answer: A; job: Job }> {
  const answer = await sendFile<A>(path, file, (share) => tell({ share: SENT * share, doing: `Sending ${name}` }), signal).catch((error: Error) => {
    throw signal?.aborted ? new Refusal(`Sending ${name} was cancelled`, NOTHING) : error;
  }); // prettier-ignore
  let isCancelled = false;
  for (;;) {
    if (signal?.aborted && !isCancelled) {
      isCancelled = true;
      // One that has ended meanwhile is told as it ended.
      await call('POST /jobs/{id}/cancel', { id: answer.job }).catch(() => undefined);
    }
    const job = (await call('GET /jobs', { document })).jobs.find(({ id }) => id === answer.job);
    if (!job) throw new Refusal(`The job that reads ${name} is not there`, 'Send the file again');
    if (job.state === 'done') return { answer, job };
    if (!isUnderWay(job)) {
      const said = job.error ?? `Reading ${name} was cancelled.`;
      // Some say so themselves.
      const own = said.endsWith(` ${NOTHING}.`) ? said.slice(0, -` ${NOTHING}.`.length) : said;
      throw new Refusal(own.replace(/\.$/, ''), NOTHING);
    }
    const { progress } = job;
    const share = progress ? progress.done / Math.max(1, progress.of) : 0;
    tell({ share: SENT + (1 - SENT) * share, doing: progress?.doing ?? `Reading ${name}` });
    await new Promise((resolve) => setTimeout(resolve, OFTEN));
  }
}
