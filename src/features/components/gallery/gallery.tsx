'use client';

import { EmptyState } from '@/ui/empty-state';
import { LibraryButton } from '@/features/session/library-link';
import { counted } from '@/core/base/words';
import {
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { ActionIcon, Button, Checkbox, Group, MultiSelect, Text, TextInput } from '@mantine/core';
import { useDebouncedCallback } from '@mantine/hooks';
import { IconGripVertical, IconPencil, IconPlus } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { contextAttributes } from '@/core/products/screen';
import {
  COMPONENT_FILTERS,
  type ComponentCard,
  type ComponentSum,
  type ComponentFilter,
  type ComponentsView,
} from '@/editing/components/queries/gallery';
import { useDocumentQuery, useLongView } from '@/features/session/document';
import { Refused, refusalText, useStore } from '@/features/session/refused';
import { useLibrary } from '@/features/session/library-shell';
import { useCreating, useLens, useLensLink, useQuery, useTrace } from '@/ui/frame/lens';
import { useOneTabStop } from '@/ui/one-tab-stop';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { toggled } from '@/ui/toggled';
import { ManyActions } from './many-actions';
import { StagePage } from '@/features/session/page-bar';
import { StartComponent } from '../start/start-component';
import { useNear } from '@/ui/use-near';
import classes from '../components.module.css';

const NOTHING = {};
const FILTERS = Object.entries(COMPONENT_FILTERS).map(([value, label]) => ({ value, label }));

/** The height of a card's drawing in CSS pixels: the same for all, so that nothing moves while they are drawn. */
const STAGE = 132;

/** All components by rank, each drawn live through the lens: searched, narrowed, chosen, and put in order. */
export function Gallery() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const trace = useTrace();
  const [query, setQuery] = useQuery();
  const [starting, start, endStart] = useCreating('component', library.canEdit);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [dragged, setDragged] = useState<string | null>(null);
  const { put, refusal } = useStore();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const search = query.get('search') ?? '';
  const only = (query.get('only') ?? '')
    .split(',')
    .filter((one): one is ComponentFilter => one in COMPONENT_FILTERS);
  const { answer: view } = useLongView('components', { lens, search, only });
  const { answer: sums } = useLongView('componentSums', NOTHING);
  // By keys a component is moved in place; the focus goes along.
  const [moved, setMoved] = useState<string | null>(null);
  const cards = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (moved !== null)
      cards.current
        ?.querySelector<HTMLElement>(`[data-component="${CSS.escape(moved)}"] a:not([aria-hidden])`)
        ?.focus();
  }, [view, moved]);
  if (!view) return <StagePage>{null}</StagePage>;
  const names = view.ranks.flatMap(({ components }) => components.map(({ name }) => name));
  const picked = names.filter((name) => chosen.has(name));
  const moveByKey = (event: KeyboardEvent) => {
    const card = (event.target as HTMLElement).closest<HTMLElement>('[data-component]');
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const name = card?.dataset.component;
    const place = name !== undefined && by && event.altKey ? placeBeside(view.ranks, name, by) : undefined;
    setMoved(place ? name! : null);
    if (!place) return;
    event.preventDefault();
    void put('rankComponents', { names: [name!], ...place });
  };
  return (
    <StagePage
      tools={
        view.all === 0 ? null : (
          <>
            <SearchField value={search} onChange={(text) => setQuery({ search: text || null })} />
            <MultiSelect
              aria-label="Filter"
              placeholder={only.length === 0 ? 'Filter' : ''}
              w={230}
              data={FILTERS}
              value={only}
              onChange={(value) => setQuery({ only: value.join(',') || null })}
            />
            {library.canEdit && (
              <Button leftSection={<IconPlus size={14} />} onClick={start}>
                Create component
              </Button>
            )}
          </>
        )
      }
    >
      {starting && <StartComponent others={names} close={endStart} />}
      {library.canEdit && view.all > 0 && (
        <ManyActions names={picked} view={view} clear={() => setChosen(new Set())} />
      )}
      <Refused refusal={refusal} />
      {view.all === 0 && (
        <EmptyState
          title="No components yet."
          actions={
            library.canEdit && (
              <>
                <Button leftSection={<IconPlus size={14} />} onClick={start}>
                  Create component
                </Button>
                <LibraryButton to="import">Import files</LibraryButton>
              </>
            )
          }
        >
          A component is drawn here with every combination of its props and states, bound to the tokens of{' '}
          {library.name}. Create one blank, from markup or from source code, or import component files.
        </EmptyState>
      )}
      {view.all > 0 && names.length === 0 && (
        <Text c="dimmed" p="lg">
          No component matches the filter.
        </Text>
      )}
      <DndContext
        id="ranks"
        sensors={sensors}
        collisionDetection={pointerWithin}
        onDragStart={({ active }) => setDragged(String(active.id))}
        onDragCancel={() => setDragged(null)}
        onDragEnd={({ active, over }) => {
          setDragged(null);
          if (!over) return;
          const name = String(active.id);
          const [kind, target] = String(over.id).split(/:(.*)/) as [string, string];
          const rank =
            kind === 'rank'
              ? target
              : (view.ranks.find(({ components }) => components.some((one) => one.name === target))?.name ??
                '');
          if (target === name) return;
          void put('rankComponents', {
            names: [name],
            rank: rank === 'unranked' ? '' : rank,
            ...(kind === 'card' && { before: target }),
          });
        }}
      >
        <div ref={cards} onKeyDown={library.canEdit ? moveByKey : undefined}>
          {view.ranks.map((rank) => (
            <RankSection key={rank.name} name={rank.name}>
              {rank.components.map((component) => (
                <Card
                  key={component.id}
                  component={component}
                  view={view}
                  sum={sums?.[component.id]}
                  trace={trace}
                  lens={lens}
                  small={rank.name !== 'basic'}
                  chosen={chosen.has(component.name)}
                  choose={() => setChosen((now) => toggled(now, component.name))}
                />
              ))}
            </RankSection>
          ))}
        </div>
        <DragOverlay>{dragged && <span className={classes.dragged}>{dragged}</span>}</DragOverlay>
      </DndContext>
    </StagePage>
  );
}

/** One place earlier or later, over the end of a rank into the next; undefined where there is none. */
function placeBeside(
  ranks: ComponentsView['ranks'],
  name: string,
  by: number,
): { rank: string; before?: string; last?: boolean } | undefined {
  const at = ranks.findIndex(({ components }) => components.some((one) => one.name === name));
  const names = ranks[at]!.components.map((one) => one.name);
  const next = names.indexOf(name) + by;
  const rankAt = (place: number) => (ranks[place]!.name === 'unranked' ? '' : ranks[place]!.name);
  if (next >= 0 && next < names.length) {
    const before = names[by > 0 ? next + 1 : next];
    return { rank: rankAt(at), ...(before === undefined ? { last: true } : { before }) };
  }
  const beside = ranks[at + by];
  if (!beside) return undefined;
  const first = beside.components[0]?.name;
  return { rank: rankAt(at + by), ...(by > 0 && first !== undefined && { before: first }) };
}

/** Typed text goes into the address once one pauses. */
function SearchField({ value, onChange }: { value: string; onChange: (text: string) => void }) {
  const [text, setText] = useState(value);
  const later = useDebouncedCallback(onChange, 150);
  useEffect(() => setText(value), [value]);
  return (
    <TextInput
      aria-label="Search components"
      placeholder="Search names, props, tokens and descriptions"
      w={210}
      value={text}
      onChange={(event) => {
        setText(event.currentTarget.value);
        later(event.currentTarget.value);
      }}
    />
  );
}

/** A rank is one tab stop: arrow keys go through its components and their boxes. */
const CARD_STOPS = 'a:not([aria-hidden]), input';

function RankSection({ name, children }: { name: string; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: `rank:${name}` });
  const stop = useOneTabStop<HTMLDivElement>(CARD_STOPS);
  return (
    <section ref={setNodeRef} className={classes.rank} data-over={isOver || undefined} aria-label={name}>
      <RankName name={name} />
      <div className={classes.gallery} {...stop}>
        {children}
      </div>
    </section>
  );
}

/** The name of a rank; who may edit writes over it. */
function RankName({ name }: { name: string }) {
  const library = useLibrary();
  const { put, refusal, setRefusal } = useStore();
  const [typed, setTyped] = useState<string | null>(null);
  if (!library.canEdit || name === 'unranked') return <h2>{name}</h2>;
  const leave = () => {
    setTyped(null);
    setRefusal(null);
  };
  if (typed === null)
    return (
      <h2>
        {name}{' '}
        <ActionIcon
          variant="subtle"
          color="gray"
          size="xs"
          aria-label={`Rename rank ${name}`}
          onClick={() => setTyped(name)}
        >
          <IconPencil size={13} />
        </ActionIcon>
      </h2>
    );
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        if (typed.trim() === name || (await put('renameRank', { rank: name, name: typed }))) leave();
      }}
    >
      <TextInput
        aria-label={`New name of rank ${name}`}
        w={220}
        my={8}
        autoFocus
        value={typed}
        error={refusalText(refusal)}
        onChange={(event) => setTyped(event.currentTarget.value)}
        onKeyDown={(event) => event.key === 'Escape' && leave()}
      />
    </form>
  );
}

function CardSpecimen({
  component: { name },
  trace,
  lens,
  backdrop,
  scale,
}: {
  component: ComponentCard;
  trace: string | null;
  lens: Record<string, string>;
  backdrop: string;
  scale: number;
}) {
  const drawn = useDocumentQuery('cardSpecimen', { name, lens, ...(trace !== null && { trace }) });
  if (!drawn) return null;
  return (
    <PreviewFrame
      title={`Specimen of ${name}`}
      html={drawn.html}
      css={drawn.css}
      attributes={contextAttributes(lens)}
      backdrop={backdrop}
      padding={20}
      trace={drawn.trace}
      scale={scale}
      fit={STAGE}
    />
  );
}

/** What passes is said with how much of it was checked. */
const passText = (checked: number) =>
  checked === 0 ? 'no contrast to check' : `all pass, ${counted(checked, 'contrast')} checked`;

function Card({
  component,
  view,
  sum,
  trace,
  lens,
  small,
  chosen,
  choose,
}: {
  component: ComponentCard;
  view: ComponentsView;
  /** Undefined until it is known. */
  sum: ComponentSum | undefined;
  /** The token whose places are shown. */
  trace: string | null;
  lens: Record<string, string>;
  small: boolean;
  chosen: boolean;
  choose: () => void;
}) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const drop = useDroppable({ id: `card:${component.name}` });
  const drag = useDraggable({ id: component.name, disabled: !library.canEdit || component.from !== null });
  const { ref, near } = useNear<HTMLDivElement>('400px');
  const said = [
    component.visibility === 'internal' && 'Excluded from releases',
    !component.documented && 'In no guide',
    component.from && `from ${component.from}`,
    component.varies && `variation of ${component.varies}`,
  ].filter(Boolean);
  return (
    <article
      ref={drop.setNodeRef}
      className={classes.card}
      data-over={drop.isOver || undefined}
      data-deprecated={component.deprecated !== null || undefined}
      data-component={component.name}
    >
      <div
        ref={ref}
        className={classes.stage}
        style={{ background: view.backdrop, height: STAGE }}
        data-specimen
      >
        {near && (
          <CardSpecimen
            component={component}
            trace={trace}
            lens={lens}
            backdrop={view.backdrop}
            scale={small ? 0.7 : 1}
          />
        )}
        <PageLink
          className={classes.over}
          href={link(`/libraries/${library.slug}/components/${component.name}`)}
          tabIndex={-1}
          aria-hidden
        />
      </div>
      <div className={classes.caption}>
        <Group gap={6} wrap="nowrap">
          <PageLink
            href={link(`/libraries/${library.slug}/components/${component.name}`)}
            style={{ flex: 1 }}
          >
            {component.name}
          </PageLink>
          {library.canEdit && component.from === null && (
            <>
              <Checkbox
                size="xs"
                aria-label={`Select ${component.name}`}
                checked={chosen}
                onChange={choose}
              />
              <span
                ref={drag.setNodeRef}
                className={classes.grip}
                data-grip={component.name}
                title="Drag to another rank or place"
                {...drag.listeners}
              >
                <IconGripVertical size={14} aria-hidden />
              </span>
            </>
          )}
        </Group>
        {component.deprecated && (
          <p className={classes.failing}>
            <b>Deprecated</b>
            {component.deprecated.reason && `: ${component.deprecated.reason}`}
            {component.deprecated.replacement && `. Use ${component.deprecated.replacement}`}
          </p>
        )}
        <p>{component.description}</p>
        <small>
          {counted(component.combinations, 'combination')}
          {!sum ? null : sum.failing > 0 ? (
            <b className={classes.failing}>, {sum.failing} fail</b>
          ) : sum.unknown > 0 ? (
            `, ${sum.unknown} to be measured`
          ) : (
            `, ${passText(sum.checked)}`
          )}
          {sum && ` · ${counted(sum.uses, 'use')}`}
          {said.map((one) => ` · ${String(one)}`)}
        </small>
      </div>
    </article>
  );
}
