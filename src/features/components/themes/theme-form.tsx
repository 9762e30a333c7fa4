'use client';

import { Button, Stack, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { refusalText, useStore } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';
import { useQuery } from '@/ui/frame/lens';

/** A theme's name and what it is for; a new one may begin with the styles of another. */
export function ThemeForm({
  theme,
  copy,
  close,
}: {
  /** Null: a new one. */
  theme: { name: string; description: string } | null;
  copy?: string;
  close: () => void;
}) {
  const { put, refusal } = useStore();
  const [, setQuery] = useQuery();
  const [name, setName] = useState(theme?.name ?? '');
  const [description, setDescription] = useState(theme?.description ?? '');
  const title = theme
    ? `Edit theme ${theme.name}`
    : copy === undefined
      ? 'Create theme'
      : `Duplicate theme ${copy}`;
  return (
    <Dialog opened onClose={close} title={title}>
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          const saved = await put('putTheme', {
            ...(theme && { theme: theme.name }),
            ...(copy !== undefined && { copy }),
            name,
            description,
          });
          if (!saved) return;
          close();
          setQuery({ create: null, theme: name.trim() });
        }}
      >
        <Stack gap="sm">
          <TextInput
            label="Name"
            placeholder="Quiet"
            required
            data-autofocus
            value={name}
            error={refusalText(refusal)}
            onChange={(event) => setName(event.currentTarget.value)}
          />
          <TextInput
            label="Description"
            value={description}
            onChange={(event) => setDescription(event.currentTarget.value)}
          />
          <DialogFoot close={close}>
            <Button type="submit">{theme ? 'Save theme' : 'Create theme'}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
