import { Badge, Button, Group, Skeleton, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import type { AnswerOf } from '@/api/operations';
import { listed } from '@/core/base/words';
import { call, useCall } from '@/features/session/call';
import { dayText } from '@/ui/day-text';
import { Prose } from '@/ui/markdown';

import { PatchText } from './patch';
import { ProposalChecks } from './proposal-checks';
import classes from './code.module.css';

export type Proposal = AnswerOf<'proposals.list'>['proposals'][number];

const STATES = { open: 'Open', merged: 'Merged', closed: 'Closed' } as const;

/** Branches offered to the repository, the newest first. */
export function ProposalList({
  proposals,
  picked,
  onPick,
}: {
  proposals: readonly Proposal[];
  picked: string | null;
  onPick: (id: string) => void;
}) {
  return (
    <section aria-label="Proposals" className={`sheet ${classes.commits}`}>
      <h2>Proposals</h2>
      <ul>
        {proposals.map((one) => (
          <li key={one.id}>
            <button aria-current={one.id === picked || undefined} onClick={() => onPick(one.id)}>
              <span className={classes.commitTitle}>{one.title}</span>
              <span>{STATES[one.state]}</span>
              <small>
                {one.by}, {dayText(one.at)}
              </small>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A proposal with what it changes, and its end: merged or closed. */
export function ProposalView({
  slug,
  id,
  canClose,
  canMerge,
  changed,
}: {
  slug: string;
  id: string;
  canClose: boolean;
  canMerge: boolean;
  changed: () => void;
}) {
  const { data, error, refetch } = useCall('GET /products/{slug}/proposals/{id}', { slug, id });
  const [doing, setDoing] = useState(false);
  if (error) return <Text c="var(--mantine-color-error)">{error.message}</Text>;
  if (!data || data.id !== id)
    return <Skeleton height={240} role="status" aria-label="Reading the proposal" />;
  const end = async (how: 'merge' | 'close') => {
    setDoing(true);
    try {
      await call(`POST /products/{slug}/proposals/{id}/${how}`, { slug, id });
      notifications.show({ message: how === 'merge' ? 'Merged into main.' : 'Proposal closed.' });
      changed();
    } catch (refused) {
      notifications.show({ message: (refused as Error).message, color: 'red' });
    }
    setDoing(false);
    void refetch();
  };
  return (
    <section aria-label="Proposal" className={`sheet ${classes.evidence}`}>
      <header>
        <Group gap="sm">
          <h2>{data.title}</h2>
          <Badge variant="light" tt="none">
            {STATES[data.state]}
          </Badge>
        </Group>
        <Text size="sm" c="dimmed">
          {data.by}, {dayText(data.at)}, from the branch <code>{data.branch}</code>
        </Text>
      </header>
      {data.state === 'open' && (
        <Group gap="xs">
          {canMerge && (
            <Button loading={doing} disabled={data.clashes.length > 0} onClick={() => void end('merge')}>
              Merge into main
            </Button>
          )}
          {canClose && (
            <Button variant="default" loading={doing} onClick={() => void end('close')}>
              Close proposal
            </Button>
          )}
        </Group>
      )}
      {data.clashes.length > 0 && (
        <Text size="sm" role="alert" c="var(--mantine-color-error)">
          {listed(data.clashes)} changed on main since. Merge main into {data.branch} with git and push, or
          close this proposal and make another.
        </Text>
      )}
      <ProposalChecks slug={slug} id={id} head={data.head} />
      {data.body.trim() !== '' && (
        <div className={classes.body}>
          <Prose>{data.body}</Prose>
        </div>
      )}
      <PatchText patch={data.patch} />
    </section>
  );
}
