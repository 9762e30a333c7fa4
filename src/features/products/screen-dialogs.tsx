'use client';

import { Button, NumberInput, Stack, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { SCREEN_WIDTH } from '@/core/products/items';
import { errorAt, Refused, useStore } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';

/** Title and width of a new screen, or of one there is. */
export function ScreenDialog({
  screen,
  close,
}: {
  /** The one to change; left out: a new one is added. */
  screen?: { id: string; title: string; width: number };
  close: () => void;
}) {
  const { put, refusal } = useStore();
  const [title, setTitle] = useState(screen?.title ?? '');
  const [width, setWidth] = useState<number | string>(screen?.width ?? 800);
  const name = screen ? 'Edit screen' : 'Add screen';
  const finish = async () => {
    const input = { title, width: Number(width) };
    const saved = await (screen
      ? put('changeScreen', { screen: screen.id, ...input })
      : put('addScreen', input));
    if (saved) close();
  };
  return (
    <Dialog opened onClose={close} title={name}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void finish();
        }}
      >
        <Stack gap="sm">
          <TextInput
            label="Title"
            required
            data-autofocus
            value={title}
            error={errorAt(refusal, 'title')}
            onChange={(event) => setTitle(event.currentTarget.value)}
          />
          <NumberInput
            label="Width in px"
            min={SCREEN_WIDTH.least}
            max={SCREEN_WIDTH.most}
            clampBehavior="none"
            value={width}
            error={errorAt(refusal, 'width')}
            onChange={setWidth}
          />
          <Refused refusal={refusal} fields={['title', 'width']} />
          <DialogFoot close={close}>
            <Button type="submit">{screen ? 'Save screen' : 'Add screen'}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
