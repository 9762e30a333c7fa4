'use client';

import { errorAt, refusalText } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';
import { compositeExample } from '@/core/tokens/typed-composite';
import { guessedType } from '@/core/tokens/typed-value';
import { useQuery } from '@/ui/frame/lens';
import { EDITORS } from '../editors/registry';
import { ValueInput } from '../value-input';
import { Button, Select, Stack, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
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
  close: leave,
  onAdded,
}: {
  opened: boolean;
  close: () => void;
  onAdded: (path: string) => void;
  types: string[];
}) {
  const { store } = useCommand();
  // A value found elsewhere comes in the address.
  const [query, setQuery] = useQuery();
  const [path, setPath] = useState(query.get('path') ?? '');
  const [chosen, setType] = useState<string | null>(null);
  const [text, setText] = useState(query.get('text') ?? '');
  const close = () => {
    leave();
    setQuery({ path: null, text: null });
  };
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  // The type is that of the value, until one is chosen.
  const guessed = guessedType(text, path);
  const type = chosen ?? guessed ?? 'color';
  return (
    <Dialog opened={opened} onClose={close} title="Add token">
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
          setType(null);
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
          <ValueInput
            label="Value"
            adjust="Adjust the value"
            placeholder={`${EXAMPLES[type] ?? compositeExample(type)}, or {path} for an alias`}
            text={text}
            type={type}
            path={path.trim()}
            required
            change={setText}
            error={refusal?.field === 'path' ? undefined : refusalText(refusal)}
          />
          <Select
            label="Type"
            description={
              chosen === null && guessed !== undefined && text !== '' ? 'As the value is written' : undefined
            }
            data={Object.keys(EDITORS)}
            value={type}
            allowDeselect={false}
            onChange={setType}
          />
          <DialogFoot close={close}>
            <Button type="submit">Add token</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
