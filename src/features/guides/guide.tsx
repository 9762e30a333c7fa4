'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { EmptyState } from '@/ui/empty-state';
import { LibraryButton } from '@/features/session/library-link';
import {
  DndContext,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import {
  ActionIcon,
  Button,
  Group,
  Menu,
  Modal,
  Select,
  Stack,
  Text,
  TextInput,
  Textarea,
} from '@mantine/core';
import { IconGripVertical, IconPencil, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import type { GuideBlockKind } from '@/core/guides/block';
import { GUIDE_BLOCKS } from '@/core/guides/blocks/registry';
import type { BlockView, GuideView } from '@/editing/guides/queries/guide';
import { download } from '@/features/tokens/download';
import { useAsk, useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLens } from '@/ui/frame/lens';
import { PageSkeleton } from '@/ui/page-skeleton';
import { BLOCKS } from './blocks/registry';
import classes from './guides.module.css';

/** A guide, read and written in one place: text between blocks that are drawn from the definitions themselves. */
export function Guide({ name }: { name: string }) {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const view = useDocumentQuery('guide', { name, lens });
  const { run } = useCommand();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  if (view === null) {
    return (
      <EmptyState
        title={`There is no guide ${name}.`}
        actions={<LibraryButton to="guides">All guides</LibraryButton>}
      >
        It was renamed or removed, or the address is not right.
      </EmptyState>
    );
  }
  if (!view) return <PageSkeleton />;
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const others = view.blocks.filter((block) => block.id !== active.id);
    const from = view.blocks.findIndex((block) => block.id === active.id);
    const target = view.blocks.findIndex((block) => block.id === over.id);
    const at = others.findIndex((block) => block.id === over.id) + (target > from ? 1 : 0);
    void run('moveBlock', { guide: name, block: String(active.id), to: at });
  };
  return (
    <article className={classes.page} aria-labelledby="guide-title">
      <header className={classes.head}>
        <h1 id="guide-title">{view.title}</h1>
        <ExportGuide name={name} />
      </header>
      <DndContext id="guide-blocks" sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={view.blocks.map((block) => block.id)} strategy={verticalListSortingStrategy}>
          {view.blocks.map((block) => (
            <Block key={block.id} block={block} guide={view} />
          ))}
        </SortableContext>
      </DndContext>
      {view.blocks.length === 0 && <Text c="dimmed">This guide is empty. Add its first block.</Text>}
      {view.canEdit && <AddBlock guide={view} />}
    </article>
  );
}

/** The guide as files, as it is seen through the current lens. */
function ExportGuide({ name }: { name: string }) {
  const ask = useAsk();
  const { axes } = useLibrary();
  const lens = useLens(axes);
  const save = async (form: 'markdown' | 'html') => {
    const files = await ask('guideFile', { name, lens });
    if (!files) return;
    if (form === 'markdown') download(`${name}.guide.md`, files.markdown, 'text/markdown');
    else download(`${name}.html`, files.html, 'text/html');
  };
  return (
    <Menu position="bottom-end">
      <Menu.Target>
        <Button variant="default">Export</Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item onClick={() => void save('markdown')}>Guide file (Markdown)</Menu.Item>
        <Menu.Item onClick={() => void save('html')}>Page (HTML)</Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}

function Block({ block, guide }: { block: BlockView; guide: GuideView }) {
  const { run } = useCommand();
  const { listeners, setNodeRef, transform, transition } = useSortable({
    id: block.id,
    disabled: !guide.canEdit,
  });
  const [writing, setWriting] = useState(false);
  const [text, setText] = useState('');
  const step = async (event: React.KeyboardEvent) => {
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    const at = guide.blocks.findIndex((other) => other.id === block.id) + by;
    if (by === 0 || at < 0 || at >= guide.blocks.length) return;
    event.preventDefault();
    await run('moveBlock', { guide: guide.name, block: block.id, to: at });
    // Moving its element takes the focus from the handle.
    requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-handle="${block.id}"]`)?.focus());
  };
  const finish = () => {
    setWriting(false);
    if (block.kind === 'text' && text !== block.markdown)
      void run('setBlockText', { guide: guide.name, block: block.id, text });
  };
  const Drawn = BLOCKS[block.kind] as (props: { block: BlockView }) => React.ReactNode;
  return (
    <div
      ref={setNodeRef}
      className={classes.block}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
      data-block={block.kind}
    >
      {writing && block.kind === 'text' ? (
        <Textarea
          aria-label="Text of the block, in Markdown"
          autosize
          autoFocus
          minRows={3}
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
          onBlur={finish}
          onKeyDown={(event) => event.key === 'Escape' && setWriting(false)}
        />
      ) : (
        <Drawn block={block} />
      )}
      {guide.canEdit && (
        <div className={classes.handles}>
          <ActionIcon
            variant="subtle"
            color="gray"
            size="sm"
            aria-label="Move block: drag, or press the arrow keys"
            data-handle={block.id}
            onKeyDown={step}
            {...listeners}
          >
            <IconGripVertical size={15} />
          </ActionIcon>
          {block.kind === 'text' && (
            <ActionIcon
              variant="subtle"
              color="gray"
              size="sm"
              aria-label="Edit block"
              onClick={() => {
                setText(block.markdown);
                setWriting(true);
              }}
            >
              <IconPencil size={15} />
            </ActionIcon>
          )}
          <ActionIcon
            variant="subtle"
            color="gray"
            size="sm"
            aria-label="Remove block"
            onClick={() => void run('removeBlock', { guide: guide.name, block: block.id })}
          >
            <IconTrash size={15} />
          </ActionIcon>
        </div>
      )}
    </div>
  );
}

/** Adds a block of any kind: its form asks for what the kind says it needs. */
function AddBlock({ guide }: { guide: GuideView }) {
  const { store } = useCommand();
  const [kind, setKind] = useState<GuideBlockKind | null>(null);
  const [fields, setFields] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState('');
  const form = kind === null ? undefined : GUIDE_BLOCKS.get(kind);
  const choices = { group: guide.groups, component: guide.components };
  const set = (name: string, value: string) => setFields({ ...fields, [name]: value });
  const add = async (block: { kind: GuideBlockKind; fields: Record<string, string> }) => {
    const refused = await store('addBlock', { guide: guide.name, block });
    setProblem(refused ? `${refused.problem}. ${refused.fix}.` : '');
    if (!refused) setKind(null);
  };
  const isComplete = form?.options.every(({ name, optional }) => optional || fields[name]);
  return (
    <Group mt="lg">
      <Menu position="bottom-start">
        <Menu.Target>
          <Button variant="default">Add block</Button>
        </Menu.Target>
        <Menu.Dropdown>
          {[...GUIDE_BLOCKS.values()].map((one) => (
            <Menu.Item
              key={one.kind}
              onClick={() => {
                if (one.kind === 'text')
                  return void add({ kind: 'text', fields: { markdown: 'Write here.' } });
                setFields({});
                setProblem('');
                setKind(one.kind);
              }}
            >
              {one.title}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      <Modal opened={form !== undefined} onClose={() => setKind(null)} title={form?.title}>
        <Stack>
          {form?.options.map(({ name, label, kind: option }, i) =>
            option === 'group' || option === 'component' ? (
              <Select
                key={name}
                label={label}
                searchable
                data={choices[option]}
                value={fields[name] ?? null}
                onChange={(value) => set(name, value ?? '')}
                data-autofocus={i === 0 || undefined}
              />
            ) : (
              <TextInput
                key={name}
                label={label}
                value={fields[name] ?? ''}
                onChange={(event) => set(name, event.currentTarget.value)}
                data-autofocus={i === 0 || undefined}
              />
            ),
          )}
          {problem && <Text c="var(--bad)">{problem}</Text>}
          <DialogFoot close={() => setKind(null)}>
            <Button disabled={!isComplete} onClick={() => kind && void add({ kind, fields })}>
              Add block
            </Button>
          </DialogFoot>
        </Stack>
      </Modal>
    </Group>
  );
}
