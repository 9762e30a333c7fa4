'use client';

import { Autocomplete, type AutocompleteProps } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { useTokenNames } from '@/features/session/token-names';
import { useDocument, type Refusal } from '@/features/session/document';

/**
 * A field that stores what is typed on Enter or on leaving it, and puts back what stood there on Escape. `{` offers the
 * names of tokens.
 */
export function StoreField({
  value,
  store,
  path = '',
  ...rest
}: Omit<AutocompleteProps, 'value' | 'onChange' | 'data'> & {
  value: string;
  store: (text: string) => Promise<Refusal | null>;
  /** The token it belongs to, which is not offered for itself. */
  path?: string;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const storing = useRef<string | null>(null);
  // What is typed and not stored: known at once, while `typed` is as of when the field was drawn.
  const latest = useRef<string | null>(null);
  const client = useDocument();
  const names = useTokenNames(typed?.startsWith('{') ? typed : null, path);
  useEffect(() => setRefusal(null), [value]);
  // Gone while one typed, it stores nothing that could replace anything.
  useEffect(() => () => client.endTyping(), [client]);
  const finish = async (text: string) => {
    if (text === value) return leave();
    // Enter stores it, and leaving the field right after must not store it once more.
    if (storing.current === text) return;
    storing.current = text;
    const refused = await store(text);
    storing.current = null;
    setRefusal(refused);
    // What was typed meanwhile is the next thing to store.
    if (!refused && latest.current === text) leave();
  };
  const leave = () => {
    latest.current = null;
    setTyped(null);
    client.endTyping();
  };
  return (
    <Autocomplete
      size="xs"
      {...rest}
      value={typed ?? value}
      data-saved={typed === null || undefined}
      data={names}
      filter={({ options }) => options}
      limit={8}
      error={refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined}
      onChange={(text) => {
        client.beginTyping();
        latest.current = text;
        setTyped(text);
      }}
      onOptionSubmit={(text) => {
        latest.current = text;
        void finish(text);
      }}
      onBlur={() => latest.current !== null && void finish(latest.current)}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && latest.current !== null) {
          event.preventDefault();
          void finish(latest.current);
        }
        if (event.key === 'Escape') {
          event.stopPropagation();
          leave();
          setRefusal(null);
        }
      }}
      styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)' } }}
    />
  );
}
