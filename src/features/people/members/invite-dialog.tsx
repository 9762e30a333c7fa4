'use client';

import { ActionIcon, Alert, Button, Group, Select, Stack, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useForm } from '@mantine/form';
import { notifications } from '@mantine/notifications';
import { IconPlus, IconX } from '@tabler/icons-react';
import { useState } from 'react';
import { call, CallRefused } from '@/features/session/call';
import { DialogFoot } from '@/ui/dialog-foot';
import { ROLES, type Role, type Team } from './roles';

/** Invites a person to one or more of the teams one manages. */
export function InviteDialog({
  teams,
  close,
  invited,
}: {
  teams: readonly Team[];
  close: () => void;
  invited: () => void;
}) {
  const form = useForm({
    initialValues: {
      name: '',
      email: '',
      memberships: [{ team: teams[0]!.id, role: 'viewer' as Role }],
    },
    validate: {
      name: (value) => (value.trim() ? null : 'Enter a name'),
      email: (value) => (/^\S+@\S+$/.test(value.trim()) ? null : 'Enter an address such as pat@pier.example'),
    },
  });
  const [problem, setProblem] = useState('');
  const [saving, setSaving] = useState(false);
  const { memberships } = form.values;
  const left = teams.filter(({ id }) => !memberships.some(({ team }) => team === id));
  const invite = form.onSubmit(async ({ name, email }) => {
    setSaving(true);
    setProblem('');
    try {
      await call('POST /people/invitations', { name: name.trim(), email: email.trim(), memberships });
      notifications.show({ message: `${name.trim()} is invited. The message is in the outbox.` });
      invited();
      close();
    } catch (error) {
      const isEmail =
        error instanceof CallRefused &&
        (error.report.field === 'email' || /email/.test(String(error.report.problems)));
      if (isEmail) form.setFieldError('email', (error as Error).message);
      else setProblem((error as Error).message);
      setSaving(false);
    }
  });
  return (
    <Dialog opened onClose={close} title="Invite person">
      <form onSubmit={invite}>
        <Stack gap="sm">
          {problem && (
            <Alert color="red" role="alert">
              {problem}
            </Alert>
          )}
          <TextInput label="Name" required data-autofocus {...form.getInputProps('name')} />
          <TextInput
            label="Email"
            description="Receives a link to set a password, valid for 14 days"
            type="email"
            required
            {...form.getInputProps('email')}
          />
          {memberships.map((membership, i) => (
            <Group key={membership.team} gap="xs" align="end" wrap="nowrap">
              <Select
                label="Team"
                flex={1}
                allowDeselect={false}
                data={teams
                  .filter(({ id }) => id === membership.team || left.some((one) => one.id === id))
                  .map(({ id, name }) => ({ value: id, label: name }))}
                {...form.getInputProps(`memberships.${i}.team`)}
              />
              <Select
                label="Role"
                w={150}
                allowDeselect={false}
                data={ROLES.map(({ value, label }) => ({ value, label }))}
                {...form.getInputProps(`memberships.${i}.role`)}
              />
              {memberships.length > 1 && (
                <ActionIcon
                  variant="subtle"
                  color="gray"
                  size="input-sm"
                  aria-label={`Remove team ${teams.find(({ id }) => id === membership.team)?.name}`}
                  onClick={() => form.removeListItem('memberships', i)}
                >
                  <IconX size={16} />
                </ActionIcon>
              )}
            </Group>
          ))}
          <Text size="xs" c="dimmed">
            {ROLES.find(({ value }) => value === memberships.at(-1)!.role)?.description}.
          </Text>
          {left.length > 0 && (
            <Button
              variant="default"
              size="compact-sm"
              w="fit-content"
              leftSection={<IconPlus size={14} aria-hidden />}
              onClick={() => form.insertListItem('memberships', { team: left[0]!.id, role: 'viewer' })}
            >
              Add team
            </Button>
          )}
          <DialogFoot close={close}>
            <Button type="submit" loading={saving}>
              Invite person
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
