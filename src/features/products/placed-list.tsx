import {
  closestCenter,
  DndContext,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { ActionIcon, Group } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconGripVertical, IconTrash } from '@tabler/icons-react';
import type { PlacingView } from '@/editing/products/queries/placing';
import { Refused, useStore } from '@/features/session/refused';
import { useQuery } from '@/ui/frame/lens';
import { numberOf } from './places';
import classes from './products.module.css';

/** What is placed on a screen, in order: moved by dragging, also into the slot that another stands in, and by its buttons. */
export function PlacedList({ view, canEdit }: { view: PlacingView; canEdit: boolean }) {
  const { put, refusal } = useStore();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const drop = ({ active, over }: DragEndEvent) => {
    const onto = view.placements.find(({ id }) => id === over?.id);
    if (!onto || onto.id === active.id) return;
    const { parent, slot, at } = onto;
    const into = parent !== null && slot !== null ? { placement: parent, slot } : null;
    void put('movePlacement', { placement: String(active.id), to: at, into });
  };
  return (
    <>
      <Refused refusal={refusal} />
      <DndContext id="placements" sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={view.placements.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ol className={classes.placed}>
            {view.placements.map((placed) => (
              <Row key={placed.id} placed={placed} view={view} canEdit={canEdit} put={put} />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
    </>
  );
}

function Row({
  placed,
  view,
  canEdit,
  put,
}: {
  placed: PlacingView['placements'][number];
  view: PlacingView;
  canEdit: boolean;
  put: ReturnType<typeof useStore>['put'];
}) {
  const [query, setQuery] = useQuery();
  const { listeners, setNodeRef, transform, transition } = useSortable({ id: placed.id, disabled: !canEdit });
  const marked = query.get('placement');
  const called = `${placed.component} ${numberOf(view, placed)}`;
  const move = (to: number) => void put('movePlacement', { placement: placed.id, to });
  return (
    <li
      ref={setNodeRef}
      style={{
        paddingInlineStart: placed.depth * 16,
        transform: transform ? `translateY(${transform.y}px)` : undefined,
        transition,
      }}
    >
      {canEdit && (
        <span className={classes.grip} {...listeners} aria-hidden>
          <IconGripVertical size={14} />
        </span>
      )}
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
            aria-label={`Move ${called} up`}
            disabled={placed.at === 0}
            onClick={() => move(placed.at - 1)}
          >
            <IconArrowUp size={14} />
          </ActionIcon>
          <ActionIcon
            size="sm"
            variant="subtle"
            aria-label={`Move ${called} down`}
            disabled={placed.at === placed.of - 1}
            onClick={() => move(placed.at + 1)}
          >
            <IconArrowDown size={14} />
          </ActionIcon>
          <ActionIcon
            size="sm"
            variant="subtle"
            color="red"
            aria-label={`Remove ${called}`}
            onClick={() => void put('removePlacement', { placement: placed.id })}
          >
            <IconTrash size={14} />
          </ActionIcon>
        </Group>
      )}
    </li>
  );
}
