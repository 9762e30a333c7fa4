'use client';

import { Button, NumberInput, Select, Stack, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { SCREEN_WIDTH } from '@/core/products/items';
import { useProduct } from '@/features/session/product-shell';
import { errorAt, Refused, useStore } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';

/** Title and width of a new screen, or of one there is, and, where the product has several, the library it is drawn with. */
export function ScreenDialog({
  screen,
  added,
  close,
}: {
  /** The one to change; left out: a new one is added. */
  screen?: { id: string; title: string; width: number; library: string | null };
  /** Told the title of a screen before it is there. */
  added?: (title: string) => void;
  close: () => void;
}) {
  const { put, refusal } = useStore();
  const { pins } = useProduct();
  const [library, drawWith] = useState(screen?.library ?? pins[0]?.slug ?? null);
  const [title, setTitle] = useState(screen?.title ?? '');
  const [width, setWidth] = useState<number | string>(screen?.width ?? 800);
  const name = screen ? 'Edit screen' : 'Add screen';
  const finish = async () => {
    const input = { title, width: Number(width), ...(library !== null && { library }) };
    if (!screen) added?.(title.trim());
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
          {pins.length > 1 && (
            <Select
              label="Library"
              description="The components of its pinned release can be placed on the screen."
              allowDeselect={false}
              value={library}
              data={pins.map(({ slug, name, version }) => ({ value: slug, label: `${name} ${version}` }))}
              error={errorAt(refusal, 'library')}
              onChange={drawWith}
            />
          )}
          <Refused refusal={refusal} fields={['title', 'width', 'library']} />
          <DialogFoot close={close}>
            <Button type="submit">{screen ? 'Save screen' : 'Add screen'}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
