'use client';

import { Text, Title } from '@mantine/core';
import { PageLink } from '@/ui/page-link';
import { useWork } from '@/features/session/work';
import { EmptyState } from '@/ui/empty-state';
import { Frame } from '@/ui/frame/frame';
import { timeText } from '@/ui/day-text';
import { PageSkeleton } from '@/ui/page-skeleton';
import { JobAction } from './job-line';
import { useJobs, type Job } from './use-jobs';

const STATES: Record<Job['state'], string> = {
  waiting: 'Waiting',
  running: 'Running',
  done: 'Done',
  failed: 'Failed',
  cancelled: 'Cancelled',
};

/** How long it took, or has taken so far. */
function tookText({ started, ended }: Job): string {
  if (!started || !ended) return '';
  const seconds = (Date.parse(ended) - Date.parse(started)) / 1000;
  return seconds < 60
    ? `${seconds.toFixed(1)} s`
    : `${Math.floor(seconds / 60)} min ${Math.round(seconds % 60)} s`;
}

/** What runs, what has run and what came of it. */
export function JobsPage() {
  const { me, documents } = useWork();
  const { data: jobs, refetch, error } = useJobs();
  return (
    <Frame me={me} documents={documents} title="Seedplan" stages={[]} axes={[]}>
      <Title order={1} size={24} mb="sm">
        Jobs
      </Title>
      {error && <Text c="var(--mantine-color-error)">{error.message}</Text>}
      {!jobs && !error && <PageSkeleton label="Loading jobs" />}
      {jobs?.length === 0 && (
        <EmptyState title="No jobs yet.">
          Work that takes its time, such as the scan of a repository, is done by jobs. They appear here with
          how far they are and what came of them.
        </EmptyState>
      )}
      {jobs && jobs.length > 0 && (
        <div className="sheet" style={{ overflowX: 'auto' }}>
          <table className="rows">
            <thead>
              <tr>
                <th>Job</th>
                <th>State</th>
                <th>Result</th>
                <th>Asked for</th>
                <th className="number">Took</th>
                <th>
                  <span className="visually-hidden">Actions</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {jobs.map((job) => (
                <tr key={job.id}>
                  <td>
                    <PageLink href={job.href}>
                      {job.label} of {job.document.name}
                    </PageLink>
                  </td>
                  <td>
                    <Text size="sm" c={job.state === 'failed' ? 'var(--mantine-color-error)' : undefined}>
                      {STATES[job.state]}
                      {job.progress && ` (${job.progress.doing})`}
                    </Text>
                  </td>
                  <td>{job.error ?? job.result}</td>
                  <td>
                    {timeText(job.created)} by {job.by}
                  </td>
                  <td className="number">{tookText(job)}</td>
                  <td>
                    <JobAction job={job} changed={() => void refetch()} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </Frame>
  );
}
