'use client';

import { Button, Checkbox, Group, Select, Text, TextInput } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { readContents } from '@/core/components/contents';
import type { PlacingView } from '@/editing/products/queries/placing';
import { ContentSelect } from '@/features/components/specimen/content-select';
import { Refused, useStore } from '@/features/session/refused';
import { useQuery } from '@/ui/frame/lens';
import { PlacedList } from './placed-list';
import { placesIn, slotAt } from './places';
import classes from './products.module.css';

type Placed = PlacingView['placements'][number];

/** What is placed on a screen, in order: each component is added, moved, set and removed here, by mouse and keyboard alike. */
export function ScreenEditor({ view, canEdit }: { view: PlacingView; canEdit: boolean }) {
  const [query] = useQuery();
  const { put, refusal } = useStore();
  const [chosen, choose] = useState<string | null>(null);
  const [into, placeInto] = useState('');
  const marked = query.get('placement');
  const selected = view.placements.find(({ id }) => id === marked);
  const places = placesIn(view);
  const place = async () => {
    if (chosen === null) return;
    const slot = slotAt(into);
    await put('addPlacement', { screen: view.screen.id, component: chosen, ...(slot && { into: slot }) });
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
          {places.length > 1 && (
            <Select
              label="Place in"
              w={116}
              allowDeselect={false}
              data={places}
              value={places.some(({ value }) => value === into) ? into : ''}
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
      <PlacedList view={view} canEdit={canEdit} />
      {selected && canEdit && <PlacedProps key={selected.id} placed={selected} view={view} />}
    </section>
  );
}

function PlacedProps({ placed, view }: { placed: Placed; view: PlacingView }) {
  const { put, refusal } = useStore();
  const set = (prop: string, value: string, standard: string) =>
    put('setPlacementProp', { placement: placed.id, prop, value: value === standard ? null : value });
  const places = placesIn(view, placed);
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
      {places.length > 1 && (
        <Select
          label="Stands in"
          allowDeselect={false}
          data={places}
          value={placed.parent === null ? '' : `${placed.parent} ${placed.slot}`}
          onChange={(value) =>
            void put('movePlacement', {
              placement: placed.id,
              to: view.placements.length,
              into: slotAt(value ?? ''),
            })
          }
        />
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
