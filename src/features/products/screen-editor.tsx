'use client';

import { ActionIcon, Button, Checkbox, Group, Select, Text, TextInput } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconTrash } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import { readContents } from '@/core/components/contents';
import type { PlacingView } from '@/editing/products/queries/placing';
import { ContentSelect } from '@/features/components/specimen/content-select';
import { Refused, useStore } from '@/features/session/refused';
import { useQuery } from '@/ui/frame/lens';
import classes from './products.module.css';

type Placed = PlacingView['placements'][number];

/** What is placed on a screen, in order: each component is added, moved, set and removed here, by mouse and keyboard alike. */
export function ScreenEditor({ view, canEdit }: { view: PlacingView; canEdit: boolean }) {
  const [query, setQuery] = useQuery();
  const { put, refusal } = useStore();
  const [chosen, choose] = useState<string | null>(null);
  const [into, placeInto] = useState('');
  const marked = query.get('placement');
  const selected = view.placements.find(({ id }) => id === marked);
  const holders = view.placements.flatMap((placed) =>
    placed.slots.map((slot) => ({
      value: `${placed.id} ${slot}`,
      label: `${placed.component} ${numberOf(view, placed)}: ${slot}`,
    })),
  );
  const place = async () => {
    if (chosen === null) return;
    const [placement, slot] = into.split(' ');
    await put('addPlacement', {
      screen: view.screen.id,
      component: chosen,
      ...(placement && slot && { into: { placement, slot } }),
    });
  };
  return (
    <section className={classes.editor} aria-label="Components on this screen">
      <h2>Components</h2>
      {canEdit && (
        <Group gap="xs" align="end" mb="sm">
          <Select
            label="Component"
            searchable
            w={146}
            placeholder="Search components"
            nothingFoundMessage="No component of that name"
            data={view.components.map(({ name }) => name)}
            value={chosen}
            onChange={choose}
          />
          {holders.length > 0 && (
            <Select
              label="Place in"
              w={116}
              allowDeselect={false}
              data={[{ value: '', label: 'The screen' }, ...holders]}
              value={holders.some(({ value }) => value === into) ? into : ''}
              onChange={(value) => placeInto(value ?? '')}
            />
          )}
          <Button disabled={chosen === null} onClick={() => void place()}>
            Add component
          </Button>
        </Group>
      )}
      <Refused refusal={refusal} />
      {view.placements.length === 0 && (
        <Text size="sm" c="dimmed">
          Nothing is placed on this screen yet.
        </Text>
      )}
      <ol className={classes.placed}>
        {view.placements.map((placed) => (
          <li key={placed.id} style={{ paddingInlineStart: placed.depth * 16 }}>
            <button
              aria-pressed={placed.id === marked}
              onClick={() => setQuery({ placement: placed.id === marked ? null : placed.id })}
            >
              {placed.component}
              {placed.slot && <small> in {placed.slot}</small>}
            </button>
            {canEdit && (
              <Group gap={2} wrap="nowrap">
                <ActionIcon
                  size="sm"
                  variant="subtle"
                  aria-label={`Move ${placed.component} ${numberOf(view, placed)} up`}
                  disabled={placed.at === 0}
                  onClick={() => void put('movePlacement', { placement: placed.id, to: placed.at - 1 })}
                >
                  <IconArrowUp size={14} />
                </ActionIcon>
                <ActionIcon
                  size="sm"
                  variant="subtle"
                  aria-label={`Move ${placed.component} ${numberOf(view, placed)} down`}
                  disabled={placed.at === placed.of - 1}
                  onClick={() => void put('movePlacement', { placement: placed.id, to: placed.at + 1 })}
                >
                  <IconArrowDown size={14} />
                </ActionIcon>
                <ActionIcon
                  size="sm"
                  variant="subtle"
                  color="red"
                  aria-label={`Remove ${placed.component} ${numberOf(view, placed)}`}
                  onClick={() => void put('removePlacement', { placement: placed.id })}
                >
                  <IconTrash size={14} />
                </ActionIcon>
              </Group>
            )}
          </li>
        ))}
      </ol>
      {selected && canEdit && <PlacedProps key={selected.id} placed={selected} />}
    </section>
  );
}

/** Which of the placements of one component it is, from 1: what tells two buttons apart in words. */
function numberOf(view: PlacingView, placed: Placed): number {
  const same = view.placements.filter(({ component }) => component === placed.component);
  return same.indexOf(placed) + 1;
}

function PlacedProps({ placed }: { placed: Placed }) {
  const { put, refusal } = useStore();
  const set = (prop: string, value: string, standard: string) =>
    put('setPlacementProp', { placement: placed.id, prop, value: value === standard ? null : value });
  return (
    <fieldset className={classes.props}>
      <legend>Props of {placed.component}</legend>
      {placed.props.map(({ name, kind, values, standard, value }) =>
        kind === 'choice' ? (
          <Select
            key={name}
            label={name}
            allowDeselect={false}
            data={values}
            value={value}
            onChange={(next) => void set(name, next ?? standard, standard)}
          />
        ) : kind === 'flag' ? (
          <Checkbox
            key={name}
            label={name}
            checked={value === 'true'}
            onChange={(event) =>
              void set(name, event.currentTarget.checked ? 'true' : 'false', standard || 'false')
            }
          />
        ) : (
          <TextProp key={name} name={name} value={value} store={(text) => set(name, text, standard)} />
        ),
      )}
      <ContentSelect
        label="Content"
        tables={placed.tables}
        value={readContents(placed.contents) ?? 'default'}
        change={(contents) => void put('setPlacementContents', { placement: placed.id, contents })}
      />
      {placed.props.length === 0 && (
        <Text size="sm" c="dimmed">
          It has no props to set.
        </Text>
      )}
      <Refused refusal={refusal} />
    </fieldset>
  );
}

/** Stored on Enter or on leaving it; Escape puts back what stood there. */
function TextProp({
  name,
  value,
  store,
}: {
  name: string;
  value: string;
  store: (text: string) => Promise<boolean>;
}) {
  const [typed, setTyped] = useState(value);
  // Enter stores it, and leaving the field right after must not store it once more.
  const sent = useRef<string | null>(null);
  useEffect(() => {
    setTyped(value);
    sent.current = null;
  }, [value]);
  const finish = () => {
    if (typed === value || typed === sent.current) return;
    sent.current = typed;
    // What was not stored may be tried again as it is.
    void store(typed).then((stored) => {
      if (!stored) sent.current = null;
    });
  };
  return (
    <TextInput
      label={name}
      value={typed}
      onChange={(event) => setTyped(event.currentTarget.value)}
      onBlur={finish}
      onKeyDown={(event) => {
        if (event.key === 'Enter') finish();
        if (event.key === 'Escape') setTyped(value);
      }}
    />
  );
}
