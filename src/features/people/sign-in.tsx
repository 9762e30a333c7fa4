'use client';

import { Alert, Button, PasswordInput, Stack, Text, TextInput, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { passwordProblem } from '@/core/base/passwords';
import { call } from '@/features/session/call';
import classes from './entry.module.css';

export interface Welcome {
  workspace: string;
  demo: boolean;
  empty: boolean;
  people: { id: string; name: string; about: string }[];
}

const enter = (href = '/') => window.location.assign(href);

export function SignIn({ welcome }: { welcome: Welcome }) {
  const [problem, setProblem] = useState('');
  const form = useForm({ initialValues: { email: '', password: '' } });
  const attempt = (work: Promise<unknown>) =>
    work.then(
      () => enter(),
      (error: Error) => setProblem(error.message),
    );
  return (
    <main className={classes.entry}>
      <Title order={1} size={30}>
        {welcome.workspace}
      </Title>
      <Text c="dimmed" mt={4} mb="xl">
        Seedplan keeps a design system alive: tokens, components, guides and releases in one place.
      </Text>
      {problem && (
        <Alert color="red" mb="md" role="alert">
          {problem}
        </Alert>
      )}
      {welcome.demo && (
        <section aria-labelledby="demo-people">
          <Title order={2} size={16} id="demo-people" mb={8}>
            Sign in as a demo user
          </Title>
          <div className={classes.people}>
            {welcome.people.map((person) => (
              <button
                key={person.id}
                className={classes.person}
                onClick={() => void attempt(call('POST /session/demo', { person: person.id }))}
              >
                <strong>{person.name}</strong>
                <span>{person.about}</span>
              </button>
            ))}
          </div>
        </section>
      )}
      <section aria-labelledby="own-account">
        <Title order={2} size={16} id="own-account" mt="xl" mb={8}>
          {welcome.demo ? 'Or with email and password' : 'Sign in'}
        </Title>
        <form onSubmit={form.onSubmit((values) => attempt(call('POST /session', values)))}>
          <Stack gap="sm" maw={340}>
            <TextInput
              label="Email"
              type="email"
              autoComplete="username"
              required
              {...form.getInputProps('email')}
            />
            <PasswordInput
              label="Password"
              size="xs"
              autoComplete="current-password"
              required
              {...form.getInputProps('password')}
            />
            <Button type="submit" w="fit-content">
              Sign in
            </Button>
          </Stack>
        </form>
      </section>
    </main>
  );
}

export function SetUp() {
  const [problem, setProblem] = useState('');
  const form = useForm({
    initialValues: { workspace: '', name: '', email: '', password: '', team: 'Design system' },
    validate: {
      password: (value, { email }) => passwordProblem(value, email) ?? null,
      workspace: (value) => (value.trim() ? null : 'Type a name'),
    },
  });
  return (
    <main className={classes.entry}>
      <Title order={1} size={30}>
        Set up Seedplan
      </Title>
      <Text c="dimmed" mt={4} mb="xl">
        You become its first owner. Other people are added later.
      </Text>
      {problem && (
        <Alert color="red" mb="md" role="alert">
          {problem}
        </Alert>
      )}
      <form
        onSubmit={form.onSubmit((values) =>
          call('POST /workspace', values).then(
            () => enter(),
            (error: Error) => setProblem(error.message),
          ),
        )}
      >
        <Stack gap="sm" maw={340}>
          <TextInput label="Organisation" required {...form.getInputProps('workspace')} />
          <TextInput label="Your name" required {...form.getInputProps('name')} />
          <TextInput label="Your email" type="email" required {...form.getInputProps('email')} />
          <PasswordInput label="Password" size="xs" required {...form.getInputProps('password')} />
          <TextInput label="Your team" required {...form.getInputProps('team')} />
          <Button type="submit" w="fit-content">
            Set up the workspace
          </Button>
        </Stack>
      </form>
    </main>
  );
}
