'use client';

import { Badge, Button, Group, PasswordInput, Skeleton, Stack, Text, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { passwordProblem } from '@/core/base/passwords';
import { call, CallRefused, useCall } from '@/features/session/call';
import { useWork } from '@/features/session/work';
import { Frame } from '@/ui/frame/frame';
import { timeText } from '@/ui/day-text';
import classes from './account.module.css';
import { Keys } from './keys';

/** One's own account: the password, and where one is signed in. */
export function Account() {
  const { me, documents } = useWork();
  const [stamp, setStamp] = useState(0);
  return (
    <Frame me={me} documents={documents} title="Seedplan" stages={[]} axes={[]}>
      <div className={classes.account}>
        <Title order={1} size={24} mb={4}>
          Account
        </Title>
        <Text c="dimmed" mb="lg">
          {me.person.name}
          {me.teams.map(({ name, role }) => `, ${role} in ${name}`).join('')}
        </Text>
        <Password changed={() => setStamp((one) => one + 1)} />
        <Keys />
        <Sessions stamp={stamp} ended={() => setStamp((one) => one + 1)} />
      </div>
    </Frame>
  );
}

function Password({ changed }: { changed: () => void }) {
  const form = useForm({
    initialValues: { present: '', next: '', again: '' },
    validate: {
      next: (value) => passwordProblem(value, '') ?? null,
      again: (value, { next }) => (value === next ? null : 'The two new passwords differ'),
    },
  });
  const [saving, setSaving] = useState(false);
  const save = async ({ present, next }: { present: string; next: string }) => {
    setSaving(true);
    try {
      await call('PUT /me/password', { present, next });
      form.reset();
      notifications.show({ message: 'Password changed. Your other sessions have ended.' });
      changed();
    } catch (error) {
      const report = error instanceof CallRefused ? error.report : undefined;
      form.setFieldError(report?.field === 'next' ? 'next' : 'present', (error as Error).message);
    } finally {
      setSaving(false);
    }
  };
  return (
    <section className={classes.sheet} aria-labelledby="password">
      <Title order={2} size={16} id="password" mb="sm">
        Change password
      </Title>
      <form onSubmit={form.onSubmit((values) => void save(values))}>
        <Stack gap="sm" maw={340}>
          <PasswordInput
            label="Present password"
            autoComplete="current-password"
            required
            {...form.getInputProps('present')}
          />
          <PasswordInput
            label="New password"
            description="At least 10 characters, not your address and none that is used often"
            autoComplete="new-password"
            required
            {...form.getInputProps('next')}
          />
          <PasswordInput
            label="New password again"
            autoComplete="new-password"
            required
            {...form.getInputProps('again')}
          />
          <Button type="submit" w="fit-content" loading={saving}>
            Change password
          </Button>
        </Stack>
      </form>
    </section>
  );
}

const NOTHING = {};

function Sessions({ stamp, ended }: { stamp: number; ended: () => void }) {
  const { data, error } = useCall('GET /me/sessions', NOTHING, stamp);
  const end = (id: string) =>
    call('DELETE /me/sessions/{id}', { id }).then(ended, (refused: Error) =>
      notifications.show({ message: refused.message, color: 'red' }),
    );
  return (
    <section className={classes.sheet} aria-labelledby="sessions">
      <Title order={2} size={16} id="sessions" mb="sm">
        Signed in
      </Title>
      {error && <Text c="var(--mantine-color-error)">{error.message}</Text>}
      {!data && !error && <Skeleton height={60} role="status" aria-label="Loading sessions" />}
      <ul className={classes.sessions}>
        {data?.sessions.map((session) => (
          <li key={session.id}>
            <div>
              <Group gap={8}>
                <strong>Since {timeText(session.at)}</strong>
                {session.present && (
                  <Badge variant="light" tt="none">
                    This browser
                  </Badge>
                )}
              </Group>
              <Text size="xs" c="dimmed">
                Ends {timeText(session.expires)}
              </Text>
              <Text size="xs" c="dimmed" lineClamp={1} title={session.agent}>
                {session.agent || 'Unknown browser'}
              </Text>
            </div>
            {!session.present && (
              <Button
                variant="default"
                size="compact-sm"
                aria-label={`End session since ${timeText(session.at)}`}
                onClick={() => void end(session.id)}
              >
                End session
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
