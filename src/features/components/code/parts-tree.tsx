'use client';

import { ActionIcon, Button, Group, Text } from '@mantine/core';
import { IconPencil } from '@tabler/icons-react';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import { slotsWithoutProp, templateOutline, type OutlineRow } from '@/core/components/outline';
import type { ProofView } from '@/editing/components/queries/proof';
import { useCommand, type Refusal } from '@/features/session/document';
import { OneField } from '@/features/session/one-field';
import { Refused, useStore } from '@/features/session/refused';
import classes from '../components.module.css';

/**
 * The elements of a template as it is being typed: a part is renamed here wherever it stands, and a slot without a prop is
 * given one.
 */
export function PartsTree({
  view,
  template,
  renamed,
}: {
  view: ProofView;
  /** As typed, saved or not. */
  template: string;
  /** Told when a part has another name, so that what is typed and not saved follows. */
  renamed: (from: string, to: string) => void;
}) {
  const { put, refusal } = useStore();
  const { store } = useCommand();
  const [renaming, setRenaming] = useState<string | null>(null);
  const rows = templateOutline(template, view.props);
  const missing = slotsWithoutProp(rows);
  const add = (slots: { name: string; kind: 'text' | 'slot' }[]) =>
    void put('addSlotProps', { component: view.name, slots });
  const rename = async (from: string, to: string): Promise<Refusal | null> => {
    // A part that is only typed so far is not there to be renamed.
    const known = view.parts.some(({ name }) => name === from);
    const refused = known ? await store('renamePart', { component: view.name, part: from, to }) : null;
    if (!refused) renamed(from, to);
    return refused;
  };
  return (
    <section aria-label="Parts tree">
      <Group justify="space-between" gap="xs">
        <h3>Parts</h3>
        {view.canEdit && missing.length > 1 && (
          <Button
            size="compact-xs"
            variant="default"
            onClick={() => add(missing.map((name) => ({ name, kind: 'text' })))}
          >
            Add {counted(missing.length, 'text prop')}
          </Button>
        )}
      </Group>
      <ul className={classes.tree}>
        {rows.map((row, i) => (
          <li key={i} style={{ paddingInlineStart: 4 + row.depth * 14 }}>
            <Row row={row} />
            {row.kind === 'element' && row.part && row.part !== 'root' && view.canEdit && (
              <ActionIcon
                size="xs"
                variant="subtle"
                color="gray"
                aria-label={`Rename part ${row.part}`}
                onClick={() => setRenaming(row.part)}
              >
                <IconPencil size={12} />
              </ActionIcon>
            )}
            {row.kind === 'slot' &&
              row.prop === null &&
              view.canEdit &&
              (['text', 'slot'] as const).map((kind) => (
                <Button
                  key={kind}
                  size="compact-xs"
                  variant="subtle"
                  aria-label={`Add ${kind} prop ${row.name}`}
                  onClick={() => add([{ name: row.name, kind }])}
                >
                  Add {kind} prop
                </Button>
              ))}
          </li>
        ))}
      </ul>
      {rows.length === 0 && (
        <Text size="sm" c="dimmed">
          The parts and slots of the template will be listed here.
        </Text>
      )}
      <Refused refusal={refusal} />
      {renaming !== null && (
        <OneField
          title={`Rename part ${renaming}`}
          label="Name"
          value={renaming}
          act="Rename"
          store={(to) => rename(renaming, to)}
          close={() => setRenaming(null)}
        />
      )}
    </section>
  );
}

function Row({ row }: { row: OutlineRow }) {
  const when = row.when && <small> when {row.when}</small>;
  if (row.kind === 'slot')
    return (
      <span>
        <span className="path">{row.name}</span>
        <small>
          {row.prop === null
            ? ' slot without a prop'
            : ` slot, ${row.prop === 'text' ? 'text' : 'components'}`}
        </small>
      </span>
    );
  return (
    <span>
      {row.part ? <b className="path">{row.part}</b> : null}
      <small>
        {row.part ? ' ' : ''}
        {row.tag}
      </small>
      {when}
    </span>
  );
}
