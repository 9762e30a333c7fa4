'use client';

import { Select, TextInput } from '@mantine/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { TokenFilter } from '@/editing/tokens/select';
import { useQuery } from '@/ui/frame/lens';

/** How long after the last key the address follows what is typed. */
const SETTLES = 350;

/**
 * Writes what is typed into the address and nothing else: the router's own way of changing it draws the whole page anew,
 * which one would feel while typing.
 */
function keepInAddress(find: string): void {
  const query = new URLSearchParams(window.location.search);
  if (find === '') query.delete('find');
  else query.set('find', find);
  const address = `${window.location.pathname}${query.size > 0 ? `?${query}` : ''}`;
  History.prototype.replaceState.call(window.history, window.history.state, '', address);
}

/** What is searched and filtered by: at once as one types, and kept in the address. */
export function useTokenFilter(): [TokenFilter, (find: string) => void] {
  const [query] = useQuery();
  const text = query.toString();
  const said = query.get('find') ?? '';
  const [find, setFind] = useState(said);
  const typing = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => {
    if (typing.current === undefined) setFind(said);
  }, [said]);
  useEffect(() => () => clearTimeout(typing.current), []);
  const change = useCallback((next: string) => {
    setFind(next);
    clearTimeout(typing.current);
    typing.current = setTimeout(() => {
      typing.current = undefined;
      keepInAddress(next);
    }, SETTLES);
  }, []);
  const filter = useMemo(() => {
    const params = new URLSearchParams(text);
    const read = (name: string) => params.get(name) ?? undefined;
    return { find, type: read('type'), tier: read('tier'), origin: read('origin'), only: read('only') };
  }, [text, find]);
  return [filter, change];
}

const ONLY = [
  { value: 'findings', label: 'With findings' },
  { value: 'changed', label: 'Changed since the last release' },
  { value: 'unused', label: 'Unused' },
  { value: 'varies', label: 'Varying by context' },
  { value: 'deprecated', label: 'Deprecated' },
  { value: 'internal', label: 'Internal' },
];

export function TokenFilters({
  find,
  onFind,
  types,
  origins,
}: {
  find: string;
  onFind: (find: string) => void;
  types: readonly string[];
  origins: readonly string[];
}) {
  const [query, setQuery] = useQuery();
  const value = (name: string) => query.get(name) ?? '';
  return (
    <>
      <TextInput
        aria-label="Search tokens"
        placeholder="Path, value, type or near:#0a5d6a/3"
        w={250}
        value={find}
        onChange={(event) => onFind(event.currentTarget.value)}
      />
      <Select
        aria-label="Filter"
        w={185}
        value={value('only')}
        onChange={(next) => setQuery({ only: next })}
        data={[{ value: '', label: 'All tokens' }, ...ONLY]}
        allowDeselect={false}
      />
      <Select
        aria-label="Type"
        w={130}
        value={value('type')}
        onChange={(next) => setQuery({ type: next })}
        data={[{ value: '', label: 'All types' }, ...types.map((type) => ({ value: type, label: type }))]}
        allowDeselect={false}
      />
      {origins.length > 1 && (
        <Select
          aria-label="Library"
          w={120}
          value={value('origin')}
          onChange={(next) => setQuery({ origin: next })}
          data={[
            { value: '', label: 'All origins' },
            ...origins.map((origin) => ({ value: origin, label: origin })),
          ]}
          allowDeselect={false}
        />
      )}
    </>
  );
}
