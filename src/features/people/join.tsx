'use client';

import { Alert, Anchor, Button, PasswordInput, Stack, Text, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import type { AnswerOf } from '@/api/operations';
import { passwordProblem } from '@/core/base/passwords';
import { call } from '@/features/session/call';
import classes from './entry.module.css';

export type Invitation = AnswerOf<'people.invitation'>;

/** Where the link of an invitation leads: one sets a password and is in. */
export function Join({
  token,
  invitation,
  problem,
}: {
  token: string;
  invitation?: Invitation;
  /** Why it cannot be used. */
  problem?: string;
}) {
  return (
    <main className={classes.entry}>
      <Title order={1} size={30}>
        {invitation ? `Join ${invitation.workspace}` : 'Invitation'}
      </Title>
      {invitation ? (
        <SetPassword token={token} invitation={invitation} />
      ) : (
        <>
          <Text mt={4} mb="md">
            {problem}
          </Text>
          <Anchor href="/sign-in">Sign in</Anchor>
        </>
      )}
    </main>
  );
}

function SetPassword({ token, invitation }: { token: string; invitation: Invitation }) {
  const { name, email, by, roles } = invitation;
  const [problem, setProblem] = useState('');
  const [saving, setSaving] = useState(false);
  const form = useForm({
    initialValues: { password: '', again: '' },
    validate: {
      password: (value) => passwordProblem(value, email) ?? null,
      again: (value, { password }) => (value === password ? null : 'The two passwords differ'),
    },
  });
  const join = form.onSubmit(async ({ password }) => {
    setSaving(true);
    setProblem('');
    try {
      await call('POST /invitations', { token, password });
      window.location.assign('/');
    } catch (error) {
      setProblem((error as Error).message);
      setSaving(false);
    }
  });
  return (
    <>
      <Text c="dimmed" mt={4} mb="xl">
        {by} invites you, {name}, as {roles}. You sign in with {email}.
      </Text>
      {problem && (
        <Alert color="red" mb="md" role="alert">
          {problem}
        </Alert>
      )}
      <form onSubmit={join}>
        <Stack gap="sm" maw={340}>
          <input type="hidden" autoComplete="username" value={email} readOnly />
          <PasswordInput
            label="Password"
            description="At least 10 characters, not your address and none that is used often"
            autoComplete="new-password"
            required
            data-autofocus
            {...form.getInputProps('password')}
          />
          <PasswordInput
            label="Password again"
            autoComplete="new-password"
            required
            {...form.getInputProps('again')}
          />
          <Button type="submit" w="fit-content" loading={saving}>
            Join
          </Button>
        </Stack>
      </form>
    </>
  );
}
