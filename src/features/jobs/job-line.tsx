import { Button, Group, Progress, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { call } from '@/features/session/call';
import { isUnderWay, type Job } from './use-jobs';

const refused = (error: Error) => void notifications.show({ message: error.message, color: 'red' });

/** How far a job is, with what can be done about it. */
export function JobLine({ job, changed }: { job: Job; changed: () => void }) {
  const { progress } = job;
  return (
    <Group gap="sm" wrap="nowrap" role="status" aria-label={`${job.label} of ${job.document.name}`}>
      <Text size="sm" w={190} truncate>
        {job.state === 'waiting' ? `${job.label}: waiting` : `${job.label}: ${progress?.doing ?? 'reading'}`}
      </Text>
      <Progress
        value={progress ? (100 * progress.done) / Math.max(1, progress.of) : 0}
        flex={1}
        aria-label={`Progress of ${job.label}`}
      />
      {job.mine && <JobAction job={job} changed={changed} />}
    </Group>
  );
}

/** Cancels a job that is under way; runs one again that failed or was cancelled. */
export function JobAction({ job, changed }: { job: Job; changed: () => void }) {
  if (!job.mine || job.state === 'done') return null;
  const underWay = isUnderWay(job);
  const act = () =>
    void call(underWay ? 'POST /jobs/{id}/cancel' : 'POST /jobs/{id}/again', { id: job.id }).then(
      changed,
      refused,
    );
  return (
    <Button size="compact-sm" variant="default" onClick={act}>
      {underWay ? 'Cancel job' : 'Run again'}
    </Button>
  );
}
