'use client';

import { errorAt, refusalText } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';
import { Button, Modal, Select, Stack, TextInput } from '@mantine/core';
import { useState } from 'react';
import { useCommand, type Refusal } from '@/features/session/document';

const EXAMPLES: Record<string, string> = {
  color: '#0a5d6a',
  dimension: '16px',
  fontFamily: 'Archivo, sans-serif',
  fontWeight: '600',
  duration: '200ms',
  cubicBezier: '0.2, 0, 0, 1',
  number: '1.5',
};

export function AddToken({
  opened,
  close,
  onAdded,
}: {
  opened: boolean;
  close: () => void;
  onAdded: (path: string) => void;
  types: string[];
}) {
  const { store } = useCommand();
  const [path, setPath] = useState('');
  const [type, setType] = useState('color');
  const [text, setText] = useState('');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  return (
    <Modal opened={opened} onClose={close} title="Add token">
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          const refused = await store('addToken', { path, type, text });
          setRefusal(refused);
          if (refused) return;
          close();
          onAdded(path.trim());
          setPath('');
          setText('');
        }}
      >
        <Stack gap="sm">
          <TextInput
            label="Path"
            placeholder="color.text.warning"
            value={path}
            required
            data-autofocus
            error={errorAt(refusal, 'path')}
            onChange={(event) => setPath(event.currentTarget.value)}
          />
          <Select
            label="Type"
            data={[
              'color',
              'dimension',
              'fontFamily',
              'fontWeight',
              'duration',
              'cubicBezier',
              'number',
              'shadow',
              'border',
              'transition',
              'gradient',
              'strokeStyle',
              'typography',
            ]}
            value={type}
            allowDeselect={false}
            onChange={(value) => setType(value ?? 'color')}
          />
          <TextInput
            label="Value"
            placeholder={`${EXAMPLES[type] ?? 'JSON'}, or {path} for an alias`}
            value={text}
            required
            onChange={(event) => setText(event.currentTarget.value)}
            error={refusal?.field === 'path' ? undefined : refusalText(refusal)}
          />
          <DialogFoot close={close}>
            <Button type="submit">Add token</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Modal>
  );
}
