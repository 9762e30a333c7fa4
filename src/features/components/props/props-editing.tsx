'use client';

import { errorAt, Refused } from '@/features/session/refused';
import { counted } from '@/core/base/words';
import { ActionIcon, Button, Group, Select, TextInput } from '@mantine/core';
import { IconPencil, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import type { ProofView } from '@/editing/components/queries/proof';
import { useCommand, useDocumentQuery, type Refusal } from '@/features/session/document';

type Prop = ProofView['props'][number];
type Kind = 'choice' | 'flag' | 'text' | 'slot';

/** A prop added or changed; for a choice, what one more value would bring is shown before it is stored. */
export function PropForm({ view, prop, done }: { view: ProofView; prop: Prop | null; done: () => void }) {
  const { store } = useCommand();
  const [name, setName] = useState(prop?.name ?? '');
  const [kind, setKind] = useState<Kind>((prop?.kind as Kind) ?? 'choice');
  const [values, setValues] = useState(prop?.values.join(', ') ?? '');
  const [standard, setStandard] = useState(prop?.default ?? '');
  const [description, setDescription] = useState(prop?.description ?? '');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const list = values
    .split(',')
    .map((value) => value.trim())
    .filter(Boolean);
  const added = prop?.kind === 'choice' ? list.filter((value) => !prop.values.includes(value)) : [];
  return (
    <form
      style={{ padding: '4px 14px 12px' }}
      onSubmit={async (event) => {
        event.preventDefault();
        const refused = await store('setProp', {
          component: view.name,
          prop: {
            name: name.trim(),
            kind,
            values: kind === 'choice' ? list : [],
            default: standard.trim(),
            description,
          },
        });
        setRefusal(refused);
        if (!refused) done();
      }}
    >
      <Group align="start" gap="xs">
        <TextInput
          label="Name"
          w={130}
          value={name}
          required
          autoFocus={!prop}
          readOnly={prop !== null}
          error={errorAt(refusal, 'name')}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <Select
          label="Kind"
          w={100}
          value={kind}
          data={['choice', 'flag', 'text', 'slot']}
          allowDeselect={false}
          onChange={(value) => setKind((value ?? 'choice') as Kind)}
        />
        {kind === 'choice' && (
          <TextInput
            label="Values"
            placeholder="small, regular, large"
            w={230}
            value={values}
            autoFocus={prop !== null}
            error={errorAt(refusal, 'values')}
            onChange={(event) => setValues(event.currentTarget.value)}
          />
        )}
        {kind !== 'flag' && kind !== 'slot' && (
          <TextInput
            label="Default"
            placeholder={kind === 'choice' ? (list[0] ?? '') : ''}
            w={130}
            value={standard}
            error={errorAt(refusal, 'default')}
            onChange={(event) => setStandard(event.currentTarget.value)}
          />
        )}
        <TextInput
          label="Description"
          w={240}
          value={description}
          onChange={(event) => setDescription(event.currentTarget.value)}
        />
      </Group>
      {prop && added.map((value) => <Ahead key={value} view={view} prop={prop.name} value={value} />)}
      <Refused refusal={refusal} fields={['name', 'values', 'default']} />
      <Group mt="xs" gap="xs">
        <Button type="submit">{prop ? 'Save' : 'Add prop'}</Button>
        <Button variant="default" onClick={done}>
          Cancel
        </Button>
      </Group>
    </form>
  );
}

/** What one more value would bring: combinations, what it inherits, and what still needs saying. */
function Ahead({ view, prop, value }: { view: ProofView; prop: string; value: string }) {
  const ahead = useDocumentQuery('whatIf', { name: view.name, prop, value });
  if (!ahead) return null;
  return (
    <div role="status" style={{ marginTop: 8, fontSize: 13 }} data-testid="ahead">
      With <b>{value}</b> makes {ahead.combinations.after} combinations instead of {ahead.combinations.before}
      . It inherits {ahead.inherits.length} of {counted(view.rules.length, 'rule')}.{' '}
      {ahead.unsaid.length === 0
        ? 'No further rules are needed.'
        : `Others say and it does not yet: ${ahead.unsaid
            .map(({ part, property, saidFor }) => `${property} of ${part} (said for ${saidFor.join(', ')})`)
            .join('; ')}.`}
    </div>
  );
}

/** The buttons at the end of a prop's row. */
export function PropActions({
  view,
  prop,
  change,
  report,
}: {
  view: ProofView;
  prop: string;
  change: () => void;
  report: (refusal: Refusal | null) => void;
}) {
  const { store } = useCommand();
  return (
    <Group gap={2} wrap="nowrap">
      <ActionIcon variant="subtle" size="sm" aria-label={`Edit prop ${prop}`} onClick={change}>
        <IconPencil size={14} />
      </ActionIcon>
      <ActionIcon
        variant="subtle"
        size="sm"
        aria-label={`Remove prop ${prop}`}
        onClick={() => void store('removeProp', { component: view.name, prop }).then(report)}
      >
        <IconTrash size={14} />
      </ActionIcon>
    </Group>
  );
}
