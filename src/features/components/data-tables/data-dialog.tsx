'use client';

import { Button, FileButton, Group, Select, Stack, Text, TextInput, Textarea } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { counted, listed } from '@/core/base/words';
import type { TypedTable } from '@/editing/components/queries/data-tables';
import { useDocumentQuery } from '@/features/session/document';
import { errorAt, Refused, useStore } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';

/** No slot or part: the component itself once a row. */
const ITSELF = '';

/** Rows for a component, typed, pasted from a spreadsheet or read from a file; what they come to is said before they are stored. */
export function DataDialog({
  component,
  table,
  fillable,
  close,
  saved,
}: {
  component: string;
  /** The table to change; null: a new one. */
  table: { id: string; name: string; fills: string | null; text: string } | null;
  fillable: readonly (string | null)[];
  close: () => void;
  saved: (name: string) => void;
}) {
  const { put, refusal } = useStore();
  const [name, setName] = useState(table?.name ?? '');
  /** Not chosen: what takes most of the columns. */
  const [chosen, setChosen] = useState(table?.fills);
  const [text, setText] = useState(table?.text ?? '');
  const read = useDocumentQuery('typedTable', {
    name: component,
    text,
    ...(chosen !== undefined && { fills: chosen }),
  });
  const fills = read?.fills ?? null;
  const title = table ? 'Edit data' : 'Add data';
  return (
    <Dialog opened onClose={close} title={title} size="lg">
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          const stored = await put('setDataTable', {
            component,
            id: table?.id ?? null,
            table: { name, fills, text },
          });
          if (!stored) return;
          saved(name.trim());
          close();
        }}
      >
        <Stack gap="sm">
          <TextInput
            label="Name"
            required
            data-autofocus
            placeholder="Ten ferries"
            value={name}
            error={errorAt(refusal, 'name')}
            onChange={(event) => setName(event.currentTarget.value)}
          />
          <Select
            label="Fills"
            description="What is repeated, once for each row"
            allowDeselect={false}
            data={fillable.map((one) => ({ value: one ?? ITSELF, label: one ?? `${component} itself` }))}
            value={fills ?? ITSELF}
            error={errorAt(refusal, 'fills')}
            onChange={(next) => setChosen(next === ITSELF || next === null ? null : next)}
          />
          <Group align="end" justify="space-between">
            <Text size="sm">The first line names props; JSON is a list of objects.</Text>
            <FileButton
              accept=".csv,.tsv,.json,.txt"
              onChange={(file) => {
                if (!file) return;
                if (name === '') setName(file.name.replace(/\.[^.]+$/, ''));
                void file.text().then(setText);
              }}
            >
              {(props) => (
                <Button {...props} size="compact-sm" variant="default">
                  Choose file
                </Button>
              )}
            </FileButton>
          </Group>
          <Textarea
            aria-label="Rows"
            autosize
            minRows={6}
            maxRows={14}
            placeholder={read?.example}
            value={text}
            error={errorAt(refusal, 'text')}
            onChange={(event) => setText(event.currentTarget.value)}
            styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)', fontSize: 12 } }}
          />
          {read?.table && <Comes table={read.table} />}
          <Refused refusal={refusal} fields={['name', 'fills', 'text']} />
          <DialogFoot close={close}>
            <Button type="submit">{table ? 'Save data' : 'Add data'}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}

function Comes({ table }: { table: TypedTable }) {
  if ('problem' in table)
    return (
      <Text size="sm" c="var(--bad)" role="status">
        {table.problem}. {table.fix}.
      </Text>
    );
  const unused = table.columns.filter((_, i) => table.sets[i] === null);
  const used = table.columns.length - unused.length;
  return (
    <Text size="sm" role="status">
      {counted(table.rows, 'row')}, {counted(used, 'column')} set a prop
      {unused.length > 0 && `; no prop is called ${listed(unused)}`}.
    </Text>
  );
}
