'use client';

import { Button, Stack, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { call } from '@/features/session/call';
import { DialogFoot } from '@/ui/dialog-foot';
import type { Team } from './roles';

/** Creates a team, or renames one. */
export function TeamDialog({
  team,
  close,
  saved,
}: {
  /** Null: a new one. */
  team: Team | null;
  close: () => void;
  saved: () => void;
}) {
  const form = useForm({
    initialValues: { name: team?.name ?? '' },
    validate: { name: (value) => (value.trim() ? null : 'Enter a name') },
  });
  const [saving, setSaving] = useState(false);
  const save = form.onSubmit(async ({ name }) => {
    setSaving(true);
    try {
      await (team ? call('PUT /teams/{team}', { team: team.id, name }) : call('POST /teams', { name }));
      saved();
      close();
    } catch (error) {
      form.setFieldError('name', (error as Error).message);
      setSaving(false);
    }
  });
  return (
    <Dialog opened onClose={close} title={team ? `Rename team ${team.name}` : 'Create team'}>
      <form onSubmit={save}>
        <Stack>
          <TextInput
            label="Name"
            {...(!team && { description: 'You become its first owner.' })}
            required
            data-autofocus
            {...form.getInputProps('name')}
          />
          <DialogFoot close={close}>
            <Button type="submit" loading={saving}>
              {team ? 'Rename team' : 'Create team'}
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
