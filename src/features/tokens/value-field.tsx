'use client';

import { Autocomplete, Textarea } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { usePlan, type Refusal } from '@/features/document/document';
import { useTokenNames } from '@/features/document/token-names';

/**
 * One value of one layer. What is typed shows everywhere at once; Enter or leaving the field stores it as one change,
 * Escape leaves it as it was.
 */
export function ValueField({
  path,
  layer,
  label,
  text,
}: {
  path: string;
  layer: string;
  label: string;
  text: string;
}) {
  const { show, store, clear } = usePlan();
  const [typed, setTyped] = useState(text);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const names = useTokenNames(typed.startsWith('{') ? typed : null, path);
  const editing = useRef(false);
  // What stood here when typing began: while one types, `text` is already what is typed.
  const original = useRef(text);
  useEffect(() => {
    if (editing.current) return;
    original.current = text;
    setTyped(text);
  }, [text]);
  const change = async (next: string) => {
    editing.current = true;
    setTyped(next);
    setRefusal(await show('declareValue', { path, layer, text: next }));
  };
  const finish = async () => {
    if (!editing.current) return;
    editing.current = false;
    if (typed === original.current) return clear();
    const refused = await store('declareValue', { path, layer, text: typed });
    setRefusal(refused);
    if (refused) {
      editing.current = true;
      clear();
    }
  };
  const leave = () => {
    editing.current = false;
    setTyped(original.current);
    setRefusal(null);
    clear();
  };
  const shared = {
    'aria-label': `Value ${label}`,
    value: typed,
    error: refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined,
    onBlur: () => void finish(),
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
  if (text.length > 60 && !typed.startsWith('{') && typed.startsWith('[') === false) {
    return (
      <Textarea
        {...shared}
        autosize
        minRows={2}
        maxRows={8}
        onChange={(event) => void change(event.currentTarget.value)}
      />
    );
  }
  if (/^[[{]"|^\[/.test(text))
    return (
      <Textarea
        {...shared}
        autosize
        minRows={2}
        maxRows={8}
        onChange={(event) => void change(event.currentTarget.value)}
      />
    );
  return (
    <Autocomplete
      {...shared}
      data={names}
      filter={({ options }) => options}
      limit={8}
      onChange={(next) => void change(next)}
    />
  );
}
