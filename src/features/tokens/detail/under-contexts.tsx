'use client';

import { Button, Group, Popover, Select, Stack, Text, TextInput } from '@mantine/core';
import { useState } from 'react';
import { useCommand, type Refusal } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';

/** Sets a value under one context or a combination of them; where no layer holds for it yet, one is made. */
export function UnderContexts({ path, type }: { path: string; type: string }) {
  const { axes } = useLibrary();
  const { store } = useCommand();
  const [open, setOpen] = useState(false);
  const [when, setWhen] = useState<Record<string, string>>({});
  const [text, setText] = useState('');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  return (
    <Popover opened={open} onChange={setOpen} trapFocus position="bottom-start" width={330}>
      <Popover.Target>
        <Button variant="subtle" size="compact-xs" mt={4} onClick={() => setOpen(true)}>
          Set value under contexts
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void store('setUnder', { path, when, text }).then((refused) => {
              setRefusal(refused);
              if (refused) return;
              setOpen(false);
              setText('');
            });
          }}
        >
          <Stack gap="xs">
            {axes.map((axis) => (
              <Group key={axis.name} gap="sm" wrap="nowrap">
                <Text size="sm" w={90}>
                  {axis.name}
                </Text>
                <Select
                  aria-label={`Under ${axis.name}`}
                  style={{ flex: 1 }}
                  value={when[axis.name] ?? ''}
                  data={[
                    { value: '', label: 'Any' },
                    ...axis.contexts.map((context) => ({ value: context, label: context })),
                  ]}
                  allowDeselect={false}
                  comboboxProps={{ withinPortal: false }}
                  onChange={(value) => {
                    const { [axis.name]: _gone, ...rest } = when;
                    setWhen(value ? { ...rest, [axis.name]: value } : rest);
                  }}
                />
              </Group>
            ))}
            <TextInput
              label={`Value${type ? `, a ${type}` : ''}`}
              placeholder="Value or {path}"
              value={text}
              error={refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined}
              onChange={(event) => setText(event.currentTarget.value)}
            />
            <Button
              type="submit"
              w="fit-content"
              disabled={text.trim() === '' || Object.keys(when).length === 0}
            >
              Set value under {Object.values(when).join(' and ') || '…'}
            </Button>
          </Stack>
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
