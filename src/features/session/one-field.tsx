'use client';

import { Button, Stack, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { DialogFoot } from '@/ui/dialog-foot';
import type { Refusal } from './document';
import { refusalText } from './refused';

/** A dialog with one field. It stays open, with what was typed, until that is stored. */
export function OneField({
  title,
  label,
  value,
  act = 'Save',
  store,
  close,
}: {
  title: string;
  label: string;
  value: string;
  /** What the button says. */
  act?: string;
  store: (text: string) => Promise<Refusal | null>;
  close: () => void;
}) {
  const [text, setText] = useState(value);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  return (
    <Dialog opened onClose={close} title={title}>
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          const refused = await store(text.trim());
          setRefusal(refused);
          if (!refused) close();
        }}
      >
        <Stack>
          <TextInput
            label={label}
            value={text}
            data-autofocus
            error={refusalText(refusal)}
            onChange={(event) => setText(event.currentTarget.value)}
          />
          <DialogFoot close={close}>
            <Button type="submit">{act}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
