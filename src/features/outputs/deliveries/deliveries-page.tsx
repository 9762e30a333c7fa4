'use client';

import { Button, Group, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconPlus, IconSend } from '@tabler/icons-react';
import { useState } from 'react';
import type { AnswerOf } from '@/api/operations';
import { JobLine } from '@/features/jobs/job-line';
import { isUnderWay, useJobs } from '@/features/jobs/use-jobs';
import { call, useCall } from '@/features/session/call';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { StagePage } from '@/features/session/page-bar';
import { useWork } from '@/features/session/work';
import { dayText } from '@/ui/day-text';
import { EmptyState } from '@/ui/empty-state';
import { useCreating, useQuery } from '@/ui/frame/lens';
import { PageSkeleton } from '@/ui/page-skeleton';
import { DeliveryHistory } from './delivery-history';
import { DeliveryView } from './delivery-view';
import { OutputForm } from './output-form';
import { contextsText, destinationText, formatsText } from './output-text';
import classes from './deliveries.module.css';

export type Delivery = AnswerOf<'deliveries.list'>['deliveries'][number];

/** The outputs of a library: what each writes, where it goes, and what it has delivered. */
export function DeliveriesPage() {
  const { slug, name, last, canEdit } = useLibrary();
  const { documents } = useWork();
  const { run } = useCommand();
  const [query, setQuery] = useQuery();
  const [editing, setEditing] = useState(false);
  const [creating, startCreating, endCreating] = useCreating('output', canEdit);
  const outputs = useDocumentQuery('outputs', {});
  const jobs = useJobs(slug);
  const current = jobs.data?.filter((job) => job.label === 'Delivery' && isUnderWay(job)) ?? [];
  // Once a job has ended there is something new to read.
  const ended = jobs.data?.map((job) => job.ended ?? '').reduce((a, b) => (a > b ? a : b), '');
  const { data, error } = useCall('GET /libraries/{slug}/deliveries', { slug }, ended);
  if (!outputs || (!data && !error))
    return (
      <StagePage>
        <PageSkeleton label="Loading deliveries" />
      </StagePage>
    );
  const output =
    outputs.find(({ id, name: called }) => [id, called].includes(query.get('output') ?? '')) ?? outputs[0];
  const create = (
    <Button
      variant={output ? 'default' : 'filled'}
      leftSection={<IconPlus size={14} />}
      onClick={startCreating}
    >
      Create output
    </Button>
  );
  const opened = (editing || creating) && (
    <OutputForm
      output={editing ? (output ?? null) : null}
      close={() => (editing ? setEditing(false) : endCreating())}
      saved={(saved) => {
        setEditing(false);
        setQuery({ output: saved, delivery: null, file: null, create: null });
        notifications.show({ message: `Output ${saved} saved.` });
      }}
    />
  );
  if (!output)
    return (
      <StagePage>
        <EmptyState title="No outputs yet." actions={canEdit && create}>
          An output delivers {name} in the formats you choose: to a folder, as a download, or to a product’s
          repository as a branch proposal with the release notes.
        </EmptyState>
        {opened}
      </StagePage>
    );
  const deliveries = data?.deliveries ?? [];
  const own = deliveries.filter((one) => one.output === output.id);
  const delivery = own.find(({ id }) => id === query.get('delivery')) ?? own[0];
  // Of any output: a job does not say which.
  const failed = jobs.data?.find((job) => job.label === 'Delivery');
  const deliver = () =>
    void call('POST /libraries/{slug}/outputs/{id}/deliveries', { slug, id: output.id }).then(
      () => jobs.refetch(),
      (problem: Error) => void notifications.show({ message: problem.message, color: 'red' }),
    );
  return (
    <StagePage tools={canEdit && create}>
      <div className={classes.columns}>
        <section className={`sheet ${classes.list}`} aria-label="Outputs">
          <ul>
            {outputs.map((one) => {
              const latest = deliveries.find((other) => other.output === one.id);
              return (
                <li key={one.id}>
                  <button
                    aria-current={one === output || undefined}
                    onClick={() => setQuery({ output: one.id, delivery: null, file: null })}
                  >
                    <strong>{one.name}</strong>
                    <span>{formatsText(one)}</span>
                    <small>{destinationText(one, documents)}</small>
                    <small>
                      {latest ? `${latest.version} delivered ${dayText(latest.at)}` : 'Not delivered yet'}
                      {one.onRelease && ', each release'}
                    </small>
                  </button>
                </li>
              );
            })}
          </ul>
        </section>
        <section aria-label={`Output ${output.name}`}>
          <div className={classes.head}>
            <h2>{output.name}</h2>
            {canEdit && (
              <Group gap="xs">
                <Button
                  variant="default"
                  onClick={async () => {
                    if (await run('removeOutput', { id: output.id }))
                      setQuery({ output: null, delivery: null, file: null });
                  }}
                >
                  Remove
                </Button>
                <Button variant="default" onClick={() => setEditing(true)}>
                  Edit
                </Button>
                <Button
                  leftSection={<IconSend size={14} />}
                  disabled={last === null || current.length > 0}
                  onClick={deliver}
                >
                  {last === null ? 'Deliver' : `Deliver ${last}`}
                </Button>
              </Group>
            )}
          </div>
          <Text size="sm" c="dimmed">
            {formatsText(output)}. {contextsText(output)}
            {output.prefix && `, names begin with ${output.prefix}`}
            {output.unit && `, lengths in ${output.unit}`}. {destinationText(output, documents)}.
          </Text>
          {error && <Text c="var(--mantine-color-error)">{error.message}</Text>}
          {current.map((job) => (
            <JobLine key={job.id} job={job} changed={() => void jobs.refetch()} />
          ))}
          {failed?.state === 'failed' && current.length === 0 && (
            <Text size="sm" c="var(--mantine-color-error)" mt={6} role="alert">
              The last delivery of {name} failed: {failed.error}
            </Text>
          )}
          {last === null ? (
            <Text size="sm" mt="md">
              Only releases are delivered, and {name} has none yet.
            </Text>
          ) : own.length === 0 ? (
            <Text size="sm" mt="md">
              Nothing was delivered yet.
            </Text>
          ) : (
            <>
              <DeliveryHistory
                deliveries={own}
                picked={delivery!.id}
                onPick={(id) => setQuery({ delivery: id, file: null })}
              />
              <DeliveryView slug={slug} id={delivery!.id} />
            </>
          )}
        </section>
      </div>
      {opened}
    </StagePage>
  );
}
