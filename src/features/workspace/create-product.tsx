'use client';

import { Alert, Button, Modal, Select, Stack, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { call } from '@/features/session/call';
import { DialogFoot } from '@/ui/dialog-foot';
import { slugOf } from './slug';

/** Starts a product: its name, the team that builds it and the release it is pinned to. */
export function CreateProduct({
  close,
  libraries,
  teams,
}: {
  close: () => void;
  /** Those with a release. */
  libraries: { name: string; slug: string; version: string | null }[];
  /** Teams the person maintains. */
  teams: string[];
}) {
  const [problem, setProblem] = useState('');
  const form = useForm({
    initialValues: { name: '', about: '', team: teams[0] ?? '', library: libraries[0]?.slug ?? '' },
    validate: { name: (value) => (/[a-z]/i.test(value) ? null : 'Enter a name with at least one letter') },
  });
  const submit = form.onSubmit(async ({ name, about, team, library }) => {
    const slug = slugOf(name);
    try {
      await call('POST /products', { name: name.trim(), slug, about, library, ...(team && { team }) });
      window.location.assign(`/products/${slug}`);
    } catch (error) {
      setProblem((error as Error).message);
    }
  });
  return (
    <Modal opened onClose={close} title="Create product">
      <form onSubmit={submit}>
        <Stack gap="sm">
          {problem && (
            <Alert color="red" role="alert">
              {problem}
            </Alert>
          )}
          <TextInput label="Name" required data-autofocus {...form.getInputProps('name')} />
          <TextInput label="Description" {...form.getInputProps('about')} />
          {teams.length > 1 && (
            <Select label="Team" allowDeselect={false} data={teams} {...form.getInputProps('team')} />
          )}
          <Select
            label="Library"
            description="The product is pinned to the newest release. Upgrades are reviewed and taken by hand."
            allowDeselect={false}
            data={libraries.map((entry) => ({ value: entry.slug, label: `${entry.name} ${entry.version}` }))}
            {...form.getInputProps('library')}
          />
          <DialogFoot close={close}>
            <Button type="submit">Create product</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Modal>
  );
}
