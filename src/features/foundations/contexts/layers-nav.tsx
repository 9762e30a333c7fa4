'use client';

import {
  DndContext,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { ActionIcon, Button, Group, Menu, Select, Stack, Text } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { IconDots, IconGripVertical, IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import { contextText } from '@/core/tokens/system';
import type { OverridesView } from '@/editing/tokens/queries/overrides';
import { useCommand } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { Refused, useStore } from '@/features/session/refused';
import { ConfirmRemoval } from '@/ui/confirm-removal';
import { DialogFoot } from '@/ui/dialog-foot';
import { useQuery } from '@/ui/frame/lens';
import { useOneTabStop } from '@/ui/one-tab-stop';
import classes from './contexts.module.css';

type Layer = OverridesView['layers'][number];

/** The layers from weakest to strongest; those of as many contexts can be put in another order. */
export function LayersNav({ layers, shown }: { layers: readonly Layer[]; shown: string | null }) {
  const { axes, canEdit } = useLibrary();
  const { run } = useCommand();
  const [adding, setAdding] = useState(false);
  const stop = useOneTabStop<HTMLElement>('[data-layer]');
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const grips = canEdit && layers.some(({ places }) => places.length > 0);
  const drop = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) void run('moveLayer', { id: String(active.id), to: String(over.id) });
  };
  return (
    <nav aria-label="Layers" className={classes.layers} {...stop}>
      <header>
        <h2>Layers</h2>
        {canEdit && axes.length > 0 && (
          <Button
            variant="subtle"
            size="compact-xs"
            leftSection={<IconPlus size={13} />}
            onClick={() => setAdding(true)}
          >
            Add layer
          </Button>
        )}
      </header>
      <Text size="xs" c="dimmed" mb={6}>
        Where two layers set one token, the lower one wins.
      </Text>
      <DndContext id="layers" sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={layers.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ol>
            {layers.map((one) => (
              <LayerRow key={one.id} layer={one} pressed={one.id === shown} grips={grips} />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      {adding && <AddLayer close={() => setAdding(false)} />}
    </nav>
  );
}

function LayerRow({ layer, pressed, grips }: { layer: Layer; pressed: boolean; grips: boolean }) {
  const { canEdit } = useLibrary();
  const { run } = useCommand();
  const [, setQuery] = useQuery();
  const at = layer.places.indexOf(layer.id);
  const movable = canEdit && at !== -1;
  const { listeners, setNodeRef, transform, transition } = useSortable({ id: layer.id, disabled: !movable });
  const move = (to: number) => void run('moveLayer', { id: layer.id, to: layer.places[to]! });
  const [removing, setRemoving] = useState(false);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
    >
      {grips && (
        <span className={classes.grip} data-movable={movable || undefined} {...listeners} aria-hidden>
          {movable && <IconGripVertical size={14} />}
        </span>
      )}
      <button data-layer aria-pressed={pressed} onClick={() => setQuery({ layer: layer.id })}>
        <span>
          {layer.label}
          <small>
            {[isNews(layer) && layer.name, !layer.own && `from ${layer.from}`].filter(Boolean).join(' · ')}
          </small>
        </span>
        <b>{layer.count}</b>
      </button>
      {canEdit && layer.own && layer.label !== 'every context' ? (
        <Menu position="bottom-end">
          <Menu.Target>
            <ActionIcon variant="subtle" color="gray" aria-label={`Actions for layer ${layer.label}`}>
              <IconDots size={15} />
            </ActionIcon>
          </Menu.Target>
          <Menu.Dropdown>
            {movable && at > 0 && <Menu.Item onClick={() => move(at - 1)}>Move up</Menu.Item>}
            {movable && at < layer.places.length - 1 && (
              <Menu.Item onClick={() => move(at + 1)}>Move down</Menu.Item>
            )}
            <Menu.Item color="red" onClick={() => setRemoving(true)}>
              Remove layer
            </Menu.Item>
          </Menu.Dropdown>
        </Menu>
      ) : (
        canEdit && <span className={classes.noMenu} />
      )}
      {removing && (
        <ConfirmRemoval
          title={`Remove layer for ${layer.label}`}
          action="Remove layer"
          close={() => setRemoving(false)}
          confirm={() => void run('removeLayer', { id: layer.id })}
        >
          The {counted(layer.count, 'value')} set in it are removed; weaker ones show again.
        </ConfirmRemoval>
      )}
    </li>
  );
}

const ANY = 'Any';

function AddLayer({ close }: { close: () => void }) {
  const { axes } = useLibrary();
  const { put, refusal } = useStore();
  const [, setQuery] = useQuery();
  const [chosen, setChosen] = useState<Record<string, string>>({});
  const when = Object.fromEntries(
    axes.flatMap(({ name }) => (chosen[name] && chosen[name] !== ANY ? [[name, chosen[name]]] : [])),
  );
  return (
    <Dialog opened onClose={close} title="Add layer">
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          if (!(await put('addLayer', { when }))) return;
          close();
          setQuery({ layer: contextText(when) });
        }}
      >
        <Stack gap="sm">
          <Text size="sm">Values set in it hold where all of these are so.</Text>
          <Group grow>
            {axes.map(({ name, contexts }) => (
              <Select
                key={name}
                label={name}
                data={[ANY, ...contexts]}
                value={chosen[name] ?? ANY}
                allowDeselect={false}
                onChange={(value) => setChosen((old) => ({ ...old, [name]: value ?? ANY }))}
              />
            ))}
          </Group>
          <Refused refusal={refusal} />
          <DialogFoot close={close}>
            <Button type="submit">Add layer</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}

/** Whether a layer's name says more than the contexts it holds for. */
const isNews = ({ label, name }: Layer): boolean => {
  const words = new Set(label.toLowerCase().split(/[\s,]+/));
  return name
    .toLowerCase()
    .split(/[\s,]+/)
    .some((word) => !words.has(word));
};
