import { Button, Stack, Text } from '@mantine/core';
import { Dialog } from './dialog';
import type { ReactNode } from 'react';
import { DialogFoot } from './dialog-foot';

/** Asks before something is removed, with what goes along. `action` is the verb and its object, such as Remove axis. */
export function ConfirmRemoval({
  title,
  action,
  close,
  confirm,
  children,
}: {
  title: string;
  action: string;
  close: () => void;
  confirm: () => void;
  children: ReactNode;
}) {
  return (
    <Dialog opened onClose={close} title={title}>
      <Stack gap="sm">
        <Text size="sm">{children}</Text>
        <DialogFoot close={close}>
          <Button
            color="red"
            data-autofocus
            onClick={() => {
              close();
              confirm();
            }}
          >
            {action}
          </Button>
        </DialogFoot>
      </Stack>
    </Dialog>
  );
}
