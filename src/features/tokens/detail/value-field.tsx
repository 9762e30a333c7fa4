'use client';

import { ActionIcon, Autocomplete, Group, Popover, Textarea } from '@mantine/core';
import { IconAdjustments } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import { useCommand, type Refusal } from '@/features/session/document';
import { useTokenNames } from '@/features/session/token-names';
import { useLibrary } from '@/features/session/library-shell';
import { useLens } from '@/ui/frame/lens';
import { EDITORS } from '../editors/registry';

/**
 * One value of one layer, as text and in the editor made for its type. What is changed shows everywhere at once; Enter,
 * leaving the field or closing the editor stores it as one change, Escape leaves it as it was.
 */
export function ValueField({
  path,
  layer,
  label,
  text,
  type,
}: {
  path: string;
  layer: string;
  label: string;
  text: string;
  type: string;
}) {
  const { show, store, clear } = useCommand();
  const lens = useLens(useLibrary().axes);
  const [typed, setTyped] = useState(text);
  const [open, setOpen] = useState(false);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const names = useTokenNames(typed.startsWith('{') ? typed : null, path);
  const editing = useRef(false);
  const [saved, setSaved] = useState(true);
  // What stood here when typing began: while one types, `text` is already what is typed.
  const original = useRef(text);
  useEffect(() => {
    if (editing.current) return;
    original.current = text;
    setTyped(text);
  }, [text]);
  const change = async (next: string) => {
    editing.current = true;
    setSaved(false);
    setTyped(next);
    setRefusal(await show('declareValue', { path, layer, text: next }));
  };
  const finish = async () => {
    if (!editing.current) return;
    editing.current = false;
    if (typed === original.current) {
      setSaved(true);
      return clear();
    }
    const refused = await store('declareValue', { path, layer, text: typed });
    setRefusal(refused);
    // What is stored is what the next change begins from.
    if (!refused && !editing.current) {
      original.current = typed;
      setSaved(true);
    }
    if (refused) {
      editing.current = true;
      clear();
    }
  };
  const leave = () => {
    editing.current = false;
    setSaved(true);
    setTyped(original.current);
    setRefusal(null);
    clear();
  };
  const shared = {
    'aria-label': `Value ${label}`,
    value: typed,
    'data-saved': saved || undefined,
    style: { flex: 1, minWidth: 0 },
    error: refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined,
    onBlur: () => !open && void finish(),
    onKeyDown: (event: React.KeyboardEvent) => {
      if (event.key === 'Enter' && !event.shiftKey) {
        event.preventDefault();
        void finish();
      }
      if (event.key === 'Escape') {
        event.stopPropagation();
        leave();
      }
    },
    styles: { input: { fontFamily: 'var(--mantine-font-family-monospace)' } },
  };
  const long = (text.length > 60 && !typed.startsWith('{')) || /^[[{]"|^\[/.test(text);
  const Editor = EDITORS[type];
  return (
    <Group gap={4} wrap="nowrap" align="start">
      {long ? (
        <Textarea
          {...shared}
          autosize
          minRows={2}
          maxRows={8}
          onChange={(event) => void change(event.currentTarget.value)}
        />
      ) : (
        <Autocomplete
          {...shared}
          data={names}
          filter={({ options }) => options}
          limit={8}
          onChange={(next) => void change(next)}
        />
      )}
      {Editor && (
        <Popover
          opened={open}
          onChange={(next) => {
            setOpen(next);
            if (!next) void finish();
          }}
          position="left-start"
          withArrow
          trapFocus
          closeOnEscape={false}
          shadow="sm"
        >
          <Popover.Target>
            <ActionIcon
              variant="default"
              size={30}
              aria-label={`Adjust the value ${label}`}
              onClick={() => {
                if (open) void finish();
                setOpen(!open);
              }}
            >
              <IconAdjustments size={15} />
            </ActionIcon>
          </Popover.Target>
          <Popover.Dropdown
            onKeyDown={(event) => {
              if (event.key !== 'Escape') return;
              event.stopPropagation();
              leave();
              setOpen(false);
            }}
          >
            <Editor text={typed} path={path} lens={lens} change={(next) => void change(next)} />
          </Popover.Dropdown>
        </Popover>
      )}
    </Group>
  );
}
