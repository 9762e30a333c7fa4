'use client';

import { Button, Stack, Text, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Refusal } from '@/features/session/document';
import { refusalText } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';

/** Asks for the path of the token that a raw value is to become. */
export function ExtractForm({
  label,
  extract,
  close,
}: {
  label: string;
  extract: (to: string) => Promise<Refusal | null>;
  close: () => void;
}) {
  const [to, setTo] = useState('');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        setRefusal(await extract(to.trim()));
      }}
    >
      <Stack>
        <TextInput
          label={label}
          placeholder="color.quay.600"
          value={to}
          required
          data-autofocus
          error={refusalText(refusal)}
          onChange={(event) => setTo(event.currentTarget.value)}
        />
        <Text size="sm" c="dimmed">
          The place keeps its look and refers to the new token.
        </Text>
        <DialogFoot close={close}>
          <Button type="submit">Extract</Button>
        </DialogFoot>
      </Stack>
    </form>
  );
}
