'use client';

import { Alert, Button, Stack, Text } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { call } from '@/features/session/call';
import { DialogFoot } from '@/ui/dialog-foot';
import type { Person } from './roles';

/** Removes a person from the workspace, saying first what ends by it. */
export function RemoveDialog({
  person,
  close,
  removed,
}: {
  person: Person;
  close: () => void;
  removed: () => void;
}) {
  const [problem, setProblem] = useState('');
  const [saving, setSaving] = useState(false);
  const remove = async () => {
    setSaving(true);
    try {
      await call('DELETE /people/{id}', { id: person.id });
      removed();
      close();
    } catch (error) {
      setProblem((error as Error).message);
      setSaving(false);
    }
  };
  return (
    <Dialog opened onClose={close} title={`Remove ${person.name}`}>
      <Stack>
        {problem && (
          <Alert color="red" role="alert">
            {problem}
          </Alert>
        )}
        <Text size="sm">
          {person.name} is signed out everywhere, loses every role, and keys created by {person.name} stop
          working. Changes and releases by {person.name} stay, under the same name.
        </Text>
        <DialogFoot close={close}>
          <Button color="red" loading={saving} onClick={() => void remove()}>
            Remove person
          </Button>
        </DialogFoot>
      </Stack>
    </Dialog>
  );
}
