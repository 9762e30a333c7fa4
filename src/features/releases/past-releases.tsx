'use client';

import { Alert, Badge, Button, Group, Stack, Text, Textarea } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import type { AnswerOf } from '@/api/operations';
import { compareVersions, isCandidate, versionOfCandidate } from '@/core/releases/version';
import { call, useCall } from '@/features/session/call';
import { LibraryButton } from '@/features/session/library-link';
import { useLibrary } from '@/features/session/library-shell';
import { dayText } from '@/ui/day-text';
import { DialogFoot } from '@/ui/dialog-foot';
import { EmptyState } from '@/ui/empty-state';
import { Prose } from '@/ui/markdown';
import { PageSkeleton } from '@/ui/page-skeleton';
import { ReleaseGraph } from './release-graph';
import classes from './releases.module.css';

type Release = AnswerOf<'releases.list'>['releases'][number];

/** Every release, newest first: its notes, and what a maintainer can still do with it. */
export function PastReleases() {
  const library = useLibrary();
  const { data, error, refetch } = useCall(
    'GET /libraries/{slug}/releases',
    { slug: library.slug },
    library.versions.join(' '),
  );
  const [asking, setAsking] = useState<{ release: Release; to: 'promote' | 'withdraw' } | null>(null);
  if (error) return <Alert color="red">{error.message}</Alert>;
  if (!data) return <PageSkeleton />;
  const { releases } = data;
  if (releases.length === 0)
    return (
      <EmptyState
        title="No releases yet."
        actions={<LibraryButton to="releases">Next release</LibraryButton>}
      >
        Each release is listed here with its notes, newest first.
      </EmptyState>
    );
  /** Of a version that is still to come. */
  const canPromote = ({ version, withdrawn }: Release) =>
    !withdrawn &&
    isCandidate(version) &&
    (library.last === null || compareVersions(version, library.last) > 0);
  return (
    <div className={classes.past}>
      <ReleaseGraph releases={releases} />
      {releases.map((release) => (
        <article key={release.version} aria-labelledby={`release-${release.version}`}>
          <Group gap="xs">
            <h2 id={`release-${release.version}`}>{release.version}</h2>
            {isCandidate(release.version) && (
              <Badge variant="outline" color="gray" tt="none">
                Candidate
              </Badge>
            )}
            {release.withdrawn && (
              <Badge color="yellow" tt="none">
                Withdrawn
              </Badge>
            )}
            {library.canEdit && (
              <Group gap="xs" ml="auto">
                {canPromote(release) && (
                  <Button size="compact-sm" onClick={() => setAsking({ release, to: 'promote' })}>
                    Release as {versionOfCandidate(release.version)}
                  </Button>
                )}
                <WithdrawOrRestore
                  release={release}
                  withdraw={() => setAsking({ release, to: 'withdraw' })}
                  done={() => void refetch()}
                />
              </Group>
            )}
          </Group>
          <Text size="sm" c="dimmed">
            {dayText(release.at)}, by {release.author}
          </Text>
          {release.withdrawn && (
            <Text size="sm" mt="xs">
              Withdrawn on {dayText(release.withdrawn.at)} by {release.withdrawn.by}:{' '}
              {release.withdrawn.reason}
            </Text>
          )}
          <div
            className={classes.notesBody}
            tabIndex={0}
            role="group"
            aria-label={`Notes of ${release.version}`}
          >
            <Prose>{release.notes.replace(/^## .*\n/, '')}</Prose>
          </div>
        </article>
      ))}
      {asking && (
        <Ask
          {...asking}
          close={() => setAsking(null)}
          done={() => {
            setAsking(null);
            void refetch();
          }}
        />
      )}
    </div>
  );
}

/** One button, whichever of both it says: who pressed it is still there afterwards. */
function WithdrawOrRestore({
  release: { version, withdrawn },
  withdraw,
  done,
}: {
  release: Release;
  withdraw: () => void;
  done: () => void;
}) {
  const { slug, name } = useLibrary();
  const [busy, setBusy] = useState(false);
  const restore = async () => {
    setBusy(true);
    try {
      await call('POST /libraries/{slug}/releases/{version}/restore', { slug, version });
      notifications.show({ title: `${name} ${version} is offered again`, message: '' });
    } catch (error) {
      notifications.show({ color: 'red', title: 'Not restored', message: (error as Error).message });
    }
    setBusy(false);
    done();
  };
  return (
    <Button
      size="compact-sm"
      variant="default"
      loading={busy}
      onClick={withdrawn ? () => void restore() : withdraw}
    >
      {withdrawn ? 'Restore' : 'Withdraw'} {version}
    </Button>
  );
}

/** Asks for the words that go with a release: the summary of one that was a candidate, or why one is withdrawn. */
function Ask({
  release: { version },
  to,
  close,
  done,
}: {
  release: Release;
  to: 'promote' | 'withdraw';
  close: () => void;
  done: () => void;
}) {
  const { slug, name } = useLibrary();
  const [text, setText] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const target = versionOfCandidate(version);
  const words =
    to === 'promote'
      ? {
          title: `Release ${version} as ${target}`,
          about: `${target} holds exactly what ${version} holds, whatever was changed since. Products are notified.`,
          label: 'Summary for the products that use it',
          button: `Release ${target}`,
        }
      : {
          title: `Withdraw ${version}`,
          about: `${version} is no longer offered to products. Who has it keeps it, and is notified with this reason.`,
          label: 'Reason',
          button: `Withdraw ${version}`,
        };
  const run = async () => {
    setBusy(true);
    try {
      if (to === 'promote') {
        const made = await call('POST /libraries/{slug}/releases/{version}/promote', {
          slug,
          version,
          summary: text,
        });
        notifications.show({ title: `Released ${name} ${made.version}`, message: '' });
      } else {
        await call('POST /libraries/{slug}/releases/{version}/withdraw', { slug, version, reason: text });
        notifications.show({ title: `Withdrew ${name} ${version}`, message: '' });
      }
      done();
    } catch (error) {
      setProblem((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <Dialog opened onClose={close} title={words.title}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void run();
        }}
      >
        <Stack>
          <Text size="sm">{words.about}</Text>
          <Textarea
            label={words.label}
            value={text}
            autosize
            minRows={2}
            data-autofocus
            error={problem || undefined}
            onChange={(event) => setText(event.currentTarget.value)}
          />
          <DialogFoot close={close}>
            <Button
              type="submit"
              loading={busy}
              color={to === 'withdraw' ? 'red' : undefined}
              disabled={to === 'withdraw' && text.trim() === ''}
            >
              {words.button}
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
