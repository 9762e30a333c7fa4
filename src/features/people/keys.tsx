'use client';

import {
  Alert,
  Badge,
  Button,
  Checkbox,
  Code,
  CopyButton,
  Group,
  Skeleton,
  Stack,
  Text,
  TextInput,
  Title,
} from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { dayText } from '@/ui/day-text';
import { useForm } from '@mantine/form';
import { notifications } from '@mantine/notifications';
import { IconCopy, IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { KEY_ACTIONS, type KeyAction } from '@/api/keys';
import { call, useCall } from '@/features/session/call';
import { DialogFoot } from '@/ui/dialog-foot';
import classes from './account.module.css';

const ACTIONS: Record<KeyAction, { label: string; description: string }> = {
  read: { label: 'Read', description: 'Libraries, products, releases, outputs and scans' },
  clone: { label: 'Clone', description: 'Repositories of products, by git' },
  push: { label: 'Push', description: 'Commits to repositories, by git' },
  scan: { label: 'Scan', description: 'Scan new commits, and read what was found' },
};
const NOTHING = {};

/** Keys by which machines act for one, each for named actions. */
export function Keys() {
  const { data, error, refetch } = useCall('GET /me/keys', NOTHING);
  const [creating, setCreating] = useState(false);
  const [shown, setShown] = useState<{ name: string; key: string } | null>(null);
  const revoke = (id: string) =>
    call('DELETE /me/keys/{id}', { id }).then(
      () => refetch(),
      (refused: Error) => void notifications.show({ message: refused.message, color: 'red' }),
    );
  return (
    <section className={classes.sheet} aria-labelledby="keys">
      <Group mb="sm">
        <Title order={2} size={16} id="keys">
          Keys
        </Title>
        <Button ml="auto" variant="default" size="compact-sm" leftSection={<IconPlus size={14} />} onClick={() => setCreating(true)}>
          Create key
        </Button>
      </Group>
      <Text size="sm" c="dimmed" mb="sm">
        With a key a machine does what you may do, as far as the key names it: git asks for it as the password, the API as a bearer token.
      </Text>
      {shown && (
        <Alert color="ink" mb="sm" title={`Key ${shown.name}: copy it now, it is not shown again`}>
          <Group gap="xs" wrap="nowrap">
            <Code style={{ overflowWrap: 'anywhere' }}>{shown.key}</Code>
            <CopyButton value={shown.key}>
              {({ copied, copy }) => (
                <Button variant="default" size="compact-sm" leftSection={<IconCopy size={14} />} onClick={copy}>
                  {copied ? 'Copied' : 'Copy key'}
                </Button>
              )}
            </CopyButton>
          </Group>
        </Alert>
      )}
      {error && <Text c="var(--mantine-color-error)">{error.message}</Text>}
      {!data && !error && <Skeleton height={60} role="status" aria-label="Loading keys" />}
      {data?.keys.length === 0 && !shown && <Text size="sm">No keys yet.</Text>}
      <ul className={classes.sessions} aria-label="Keys">
        {data?.keys.map((key) => (
          <li key={key.id}>
            <div>
              <Group gap={8}>
                <strong>{key.name}</strong>
                {key.actions.map((action) => (
                  <Badge key={action} variant="light" tt="none">
                    {ACTIONS[action].label}
                  </Badge>
                ))}
              </Group>
              <Text size="xs" c="dimmed">
                Created {dayText(key.created)}, {key.used ? `last used ${dayText(key.used)}` : 'never used'}
              </Text>
            </div>
            <Button variant="default" size="compact-sm" aria-label={`Revoke key ${key.name}`} onClick={() => void revoke(key.id)}>
              Revoke key
            </Button>
          </li>
        ))}
      </ul>
      {creating && (
        <CreateKey
          close={() => setCreating(false)}
          created={(name, key) => {
            setCreating(false);
            setShown({ name, key });
            void refetch();
          }}
        />
      )}
    </section>
  );
} // prettier-ignore

function CreateKey({ close, created }: { close: () => void; created: (name: string, key: string) => void }) {
  const form = useForm({
    initialValues: { name: '', actions: ['clone'] as KeyAction[] },
    validate: {
      name: (value) => (value.trim() === '' ? 'Name what uses the key' : null),
      actions: (value) => (value.length === 0 ? 'Choose at least one' : null),
    },
  });
  const [saving, setSaving] = useState(false);
  const save = async (values: typeof form.values) => {
    setSaving(true);
    try {
      const { key } = await call('POST /me/keys', values);
      created(values.name, key);
    } catch (error) {
      form.setFieldError('name', (error as Error).message);
    } finally {
      setSaving(false);
    }
  };
  return (
    <Dialog opened onClose={close} title="Create key">
      <form onSubmit={form.onSubmit((values) => void save(values))}>
        <Stack>
          <TextInput
            label="Name"
            description="What uses it, for example the build of the booking site"
            data-autofocus
            required
            {...form.getInputProps('name')}
          />
          <Checkbox.Group label="May do" {...form.getInputProps('actions')}>
            <Stack gap={6} mt={4}>
              {KEY_ACTIONS.map((action) => (
                <Checkbox key={action} value={action} {...ACTIONS[action]} />
              ))}
            </Stack>
          </Checkbox.Group>
          <DialogFoot close={close}>
            <Button type="submit" loading={saving}>
              Create key
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
