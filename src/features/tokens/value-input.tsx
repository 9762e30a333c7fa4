'use client';

import { ActionIcon, Autocomplete, Group, Popover, Textarea, type AutocompleteProps } from '@mantine/core';
import { IconAdjustments } from '@tabler/icons-react';
import { useState } from 'react';
import { useLibrary } from '@/features/session/library-shell';
import { useTokenNames } from '@/features/session/token-names';
import { useLens } from '@/ui/frame/lens';
import { EDITORS } from './editors/registry';

type Field = Pick<
  AutocompleteProps,
  'label' | 'aria-label' | 'placeholder' | 'required' | 'withAsterisk' | 'autoFocus' | 'error' | 'description'
> & { 'data-saved'?: true | undefined };

/**
 * A field for a value of one type, as text with names of tokens offered behind `{`, and in the editor made for the type.
 * `finish` is told when Enter is pressed or the field or editor is left, `leave` when Escape is pressed.
 */
export function ValueInput({
  text,
  type,
  path,
  adjust,
  change,
  finish,
  leave,
  long = false,
  ...field
}: Field & {
  text: string;
  type: string;
  /** The token that the value is of, which is not offered. */
  path: string;
  /** What the button that opens the editor is called. */
  adjust: string;
  change: (text: string) => void;
  finish?: () => void;
  leave?: () => void;
  /** Shown on several lines. */
  long?: boolean;
}) {
  const lens = useLens(useLibrary().axes);
  const [open, setOpen] = useState(false);
  // A reference that is being typed, wherever it stands.
  const begun = /\{[^{}"]*$/.exec(text)?.[0] ?? (/^\{[^{}]*\}$/.test(text) ? text : undefined);
  const names = useTokenNames(begun ?? null, path);
  const before = begun === undefined ? '' : text.slice(0, text.length - begun.length);
  const shared = {
    ...field,
    value: text,
    style: { flex: 1, minWidth: 0 },
    onBlur: () => !open && finish?.(),
    onKeyDown: (event: React.KeyboardEvent) => {
      if (event.key === 'Enter' && !event.shiftKey && finish) {
        event.preventDefault();
        finish();
      }
      if (event.key === 'Escape' && leave) {
        event.stopPropagation();
        leave();
      }
    },
    styles: { input: { fontFamily: 'var(--mantine-font-family-monospace)' } },
  };
  const Editor = EDITORS[type];
  return (
    <Group gap={4} wrap="nowrap" align={field.label ? 'end' : 'start'}>
      {long ? (
        <Textarea
          {...shared}
          autosize
          minRows={2}
          maxRows={8}
          onChange={(event) => change(event.currentTarget.value)}
        />
      ) : (
        <Autocomplete
          {...shared}
          data={names.map((name) => before + name)}
          filter={({ options }) => options}
          limit={8}
          onChange={change}
        />
      )}
      {Editor && (
        <Popover
          opened={open}
          onChange={(next) => {
            setOpen(next);
            if (!next) finish?.();
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
              aria-label={adjust}
              onClick={() => {
                if (open) finish?.();
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
              leave?.();
              setOpen(false);
            }}
          >
            <Editor text={text} path={path} lens={lens} change={change} />
          </Popover.Dropdown>
        </Popover>
      )}
    </Group>
  );
}
