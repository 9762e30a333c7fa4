'use client';

import { ActionIcon, Button, Group, Input, Radio, Stack, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { randomId, useListState } from '@mantine/hooks';
import { IconArrowDown, IconArrowUp, IconX } from '@tabler/icons-react';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import type { AxisView } from '@/editing/foundations/queries/axes';
import { errorAt, Refused, useStore } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';
import { useQuery } from '@/ui/frame/lens';

interface Row {
  key: string;
  /** None: it is new. */
  id?: string;
  name: string;
  own: boolean;
}
const fresh = (): Row => ({ key: randomId(), name: '', own: true });

/** An axis as it is to be: its name, what it is for, its contexts in their order, and which of them is the default. */
export function AxisForm({
  axis,
  close,
}: {
  /** Null: a new one. */
  axis: AxisView | null;
  close: () => void;
}) {
  const { put, refusal } = useStore();
  const [, setQuery] = useQuery();
  const own = axis === null || axis.own;
  const [name, setName] = useState(axis?.name ?? '');
  const [description, setDescription] = useState(axis?.description ?? '');
  const [rows, { append, remove, reorder, setItemProp }] = useListState<Row>(
    axis ? axis.contexts.map((one) => ({ ...one, key: one.id })) : [fresh(), fresh()],
  );
  const [standard, setStandard] = useState(axis?.contexts.find((one) => one.standard)?.id ?? rows[0]!.key);
  const gone = axis?.contexts.filter((one) => !rows.some(({ key }) => key === one.id)) ?? [];
  const values = gone.reduce((sum, one) => sum + one.values, 0);
  const save = async () => {
    const contexts = rows.filter((one) => one.id !== undefined || one.name.trim() !== '');
    const first = contexts.findIndex(({ key }) => key === standard);
    const saved = await put('putAxis', {
      ...(axis && { id: axis.id }),
      name,
      description: description.trim(),
      contexts: contexts.map(({ id, name: called }) => ({ ...(id !== undefined && { id }), name: called })),
      standard: Math.max(first, 0),
    });
    if (!saved) return;
    close();
    const added = contexts.find(({ id, key }) => id === undefined && key !== standard);
    if (added) setQuery({ create: null, layer: `${name.trim()} ${added.name.trim()}` });
  };
  return (
    <Dialog opened onClose={close} title={axis ? `Edit axis ${axis.name}` : 'Add axis'}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <Stack gap="sm">
          <TextInput
            label="Name"
            placeholder="density"
            required
            data-autofocus
            disabled={!own}
            value={name}
            error={errorAt(refusal, 'name')}
            onChange={(event) => setName(event.currentTarget.value)}
          />
          <TextInput
            label="Description"
            placeholder="How close things stand"
            disabled={!own}
            value={description}
            onChange={(event) => setDescription(event.currentTarget.value)}
          />
          <Radio.Group
            label="Contexts"
            description="Values are those of the default until another context sets its own"
            value={standard}
            onChange={setStandard}
          >
            <Stack gap={6} mt={6}>
              {rows.map((row, i) => {
                const called = row.name.trim() || `context ${i + 1}`;
                return (
                  <Group key={row.key} gap={6} wrap="nowrap">
                    <Radio value={row.key} aria-label={`${called} is the default`} disabled={!own} />
                    <TextInput
                      aria-label={`Context ${i + 1}`}
                      placeholder={['comfortable', 'compact'][i]}
                      style={{ flex: 1 }}
                      disabled={!row.own}
                      value={row.name}
                      onChange={(event) => setItemProp(i, 'name', event.currentTarget.value)}
                    />
                    <ActionIcon
                      variant="subtle"
                      color="gray"
                      aria-label={`Move ${called} up`}
                      disabled={!row.own || !rows[i - 1]?.own}
                      onClick={() => reorder({ from: i, to: i - 1 })}
                    >
                      <IconArrowUp size={14} />
                    </ActionIcon>
                    <ActionIcon
                      variant="subtle"
                      color="gray"
                      aria-label={`Move ${called} down`}
                      disabled={!row.own || !rows[i + 1]?.own}
                      onClick={() => reorder({ from: i, to: i + 1 })}
                    >
                      <IconArrowDown size={14} />
                    </ActionIcon>
                    <ActionIcon
                      variant="subtle"
                      color="gray"
                      aria-label={`Remove ${called}`}
                      disabled={!row.own || rows.length <= 2 || row.key === standard}
                      onClick={() => remove(i)}
                    >
                      <IconX size={14} />
                    </ActionIcon>
                  </Group>
                );
              })}
            </Stack>
          </Radio.Group>
          {errorAt(refusal, 'contexts') && <Input.Error>{errorAt(refusal, 'contexts')}</Input.Error>}
          <Button variant="default" size="compact-xs" w="fit-content" onClick={() => append(fresh())}>
            Add context
          </Button>
          {gone.length > 0 && (
            <Text size="sm" c="var(--warn)">
              {gone.map((one) => one.name).join(', ')} {gone.length === 1 ? 'is' : 'are'} removed, with{' '}
              {counted(values, 'value')} set there.
            </Text>
          )}
          <Refused refusal={refusal} fields={['name', 'contexts']} />
          <DialogFoot close={close}>
            <Button type="submit">{axis ? 'Save axis' : 'Add axis'}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
