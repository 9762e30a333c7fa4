'use client';

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
import { ActionIcon, Button, Group, Menu, Text, Textarea } from '@mantine/core';
import { IconGripVertical, IconPencil, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import type { GuideBlockKind } from '@/core/guides/block';
import { GUIDE_BLOCKS } from '@/core/guides/blocks/registry';
import type { BlockView, GuideView } from '@/editing/guides/queries/guide';
import { download } from '@/features/tokens/download';
import { useAsk, useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useStore } from '@/features/session/refused';
import { useLens } from '@/ui/frame/lens';
import { PageSkeleton } from '@/ui/page-skeleton';
import { BlockDialog } from './block-dialog';
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
  const [editing, setEditing] = useState(false);
  const { put, refusal } = useStore();
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
          <ActionIcon
            variant="subtle"
            color="gray"
            size="sm"
            aria-label="Edit block"
            onClick={() => {
              if (block.kind !== 'text') return setEditing(true);
              setText(block.markdown);
              setWriting(true);
            }}
          >
            <IconPencil size={15} />
          </ActionIcon>
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
      {editing && (
        <BlockDialog
          guide={guide}
          kind={block.kind}
          fields={block.fields}
          action="Save block"
          refusal={refusal}
          close={() => setEditing(false)}
          save={async (fields) => {
            if (await put('setBlock', { guide: guide.name, block: block.id, fields })) setEditing(false);
          }}
        />
      )}
    </div>
  );
}

/** Adds a block of any kind: its form asks for what the kind says it needs. */
function AddBlock({ guide }: { guide: GuideView }) {
  const { put, refusal, setRefusal } = useStore();
  const [kind, setKind] = useState<GuideBlockKind | null>(null);
  // In a guide to one component further blocks are mostly about that one.
  const shown = guide.blocks.find(({ kind: other }) => other === 'component' || other === 'anatomy');
  const takesComponent =
    kind !== null && GUIDE_BLOCKS.get(kind)!.options.some((option) => option.kind === 'component');
  const usual: Record<string, string> =
    takesComponent && shown?.fields.name !== undefined ? { name: shown.fields.name } : {};
  const add = async (block: { kind: GuideBlockKind; fields: Record<string, string> }) => {
    if (await put('addBlock', { guide: guide.name, block })) setKind(null);
  };
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
                setRefusal(null);
                setKind(one.kind);
              }}
            >
              {one.title}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      {kind !== null && (
        <BlockDialog
          guide={guide}
          kind={kind}
          fields={usual}
          action="Add block"
          refusal={refusal}
          close={() => setKind(null)}
          save={(fields) => void add({ kind, fields })}
        />
      )}
    </Group>
  );
}
