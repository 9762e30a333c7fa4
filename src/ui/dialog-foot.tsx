import { Button, Group } from '@mantine/core';
import type { ReactNode } from 'react';

/** The end of every dialog: what it does, and Cancel beside it, always in the same corner. */
export function DialogFoot({ close, children }: { close: () => void; children: ReactNode }) {
  return (
    <Group justify="flex-end" gap="xs">
      <Button variant="default" onClick={close}>
        Cancel
      </Button>
      {children}
    </Group>
  );
}
