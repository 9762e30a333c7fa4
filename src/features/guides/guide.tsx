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
import Link from 'next/link';
import { useState } from 'react';
import type { BlockView, GuideView } from '@/core/views/guide';
import { usePlan, useView } from '@/features/document/document';
import { useLibrary } from '@/features/libraries/shell';
import { useLens, useLensLink } from '@/ui/frame/lens';
import { BLOCKS } from './blocks';
import classes from './guides.module.css';

/** A guide, read and written in one place: text between blocks that are drawn from the definitions themselves. */
export function Guide({ name }: { name: string }) {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const link = useLensLink(library.axes);
  const view = useView('guide', { name, lens });
  const { store } = usePlan();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  if (view === null) {
    return (
      <div className="sheet" style={{ padding: 34 }}>
        <Text fw={600}>There is no guide {name}.</Text>
        <Link href={link(`/libraries/${library.slug}/guides`)}>All guides</Link>
      </div>
    );
  }
  if (!view) return null;
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const others = view.blocks.filter((block) => block.id !== active.id);
    const from = view.blocks.findIndex((block) => block.id === active.id);
    const target = view.blocks.findIndex((block) => block.id === over.id);
    const at = others.findIndex((block) => block.id === over.id) + (target > from ? 1 : 0);
    void store('moveBlock', { guide: name, block: String(active.id), to: at });
  };
  return (
    <article className={classes.page} aria-labelledby="guide-title">
      <h1 id="guide-title">{view.title}</h1>
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

function Block({ block, guide }: { block: BlockView; guide: GuideView }) {
  const { store } = usePlan();
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
    await store('moveBlock', { guide: guide.name, block: block.id, to: at });
    // Moving its element takes the focus from the handle.
    requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-handle="${block.id}"]`)?.focus());
  };
  const finish = () => {
    setWriting(false);
    if (block.kind === 'text' && text !== block.markdown)
      void store('setBlockText', { guide: guide.name, block: block.id, text });
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
            aria-label="Move this block: drag it, or press the arrow keys"
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
              aria-label="Write in this block"
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
            aria-label="Take this block out"
            onClick={() => void store('removeBlock', { guide: guide.name, block: block.id })}
          >
            <IconTrash size={15} />
          </ActionIcon>
        </div>
      )}
    </div>
  );
}

const KINDS = [
  { kind: 'text', label: 'Text' },
  { kind: 'tokenTable', label: 'Token table' },
  { kind: 'typeSpecimen', label: 'Type specimen' },
  { kind: 'component', label: 'Component with its props' },
  { kind: 'anatomy', label: 'Anatomy of a component' },
] as const;

function AddBlock({ guide }: { guide: GuideView }) {
  const { store } = usePlan();
  const [kind, setKind] = useState<Exclude<(typeof KINDS)[number]['kind'], 'text'> | null>(null);
  const [about, setAbout] = useState<string | null>(null);
  const [sample, setSample] = useState('');
  const ofComponent = kind === 'component' || kind === 'anatomy';
  const finish = async () => {
    if (!kind || !about) return;
    const block =
      kind === 'component' || kind === 'anatomy'
        ? { kind, component: about }
        : kind === 'tokenTable'
          ? { kind, group: about }
          : { kind, group: about, sample };
    await store('addBlock', { guide: guide.name, block });
    setKind(null);
    setAbout(null);
  };
  return (
    <Group mt="lg">
      <Menu position="bottom-start">
        <Menu.Target>
          <Button variant="default">Add a block</Button>
        </Menu.Target>
        <Menu.Dropdown>
          {KINDS.map((one) => (
            <Menu.Item
              key={one.kind}
              onClick={() =>
                one.kind === 'text'
                  ? void store('addBlock', {
                      guide: guide.name,
                      block: { kind: 'text', markdown: 'Write here.' },
                    })
                  : setKind(one.kind)
              }
            >
              {one.label}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      <Modal
        opened={kind !== null}
        onClose={() => setKind(null)}
        title={KINDS.find((one) => one.kind === kind)?.label}
      >
        <Stack>
          <Select
            label={ofComponent ? 'Component' : 'Group of tokens'}
            searchable
            data={ofComponent ? guide.components : guide.groups}
            value={about}
            onChange={setAbout}
            data-autofocus
          />
          {kind === 'typeSpecimen' && (
            <TextInput
              label="Sample text"
              value={sample}
              onChange={(event) => setSample(event.currentTarget.value)}
            />
          )}
          <Button w="fit-content" disabled={!about} onClick={() => void finish()}>
            Add the block
          </Button>
        </Stack>
      </Modal>
    </Group>
  );
}
