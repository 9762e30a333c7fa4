'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { Button, Modal, Stack, TextInput } from '@mantine/core';
import { useState } from 'react';

/** Asks for one path, such as where something is to go. */
export function PathDialog({
  opened,
  close,
  title,
  label,
  placeholder,
  start = '',
  act,
  run,
}: {
  opened: boolean;
  close: () => void;
  title: string;
  label: string;
  placeholder?: string;
  start?: string;
  /** What the button says. */
  act: string;
  run: (path: string) => void;
}) {
  const [path, setPath] = useState(start);
  return (
    <Modal opened={opened} onClose={close} title={title}>
      <form onSubmit={(event) => (event.preventDefault(), run(path.trim()))}>
        <Stack>
          <TextInput
            label={label}
            placeholder={placeholder}
            value={path}
            data-autofocus
            onChange={(event) => setPath(event.currentTarget.value)}
          />
          <DialogFoot close={close}>
            <Button type="submit">{act}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Modal>
  );
}
