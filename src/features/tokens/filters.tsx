'use client';

import { Select, TextInput } from '@mantine/core';
import { useMemo } from 'react';
import type { TokenFilter } from '@/core/views/select';
import { useQuery } from '@/ui/frame/lens';

/** What is searched and filtered by, kept in the address. */
export function useTokenFilter(): TokenFilter {
  const [query] = useQuery();
  const text = query.toString();
  return useMemo(() => {
    const params = new URLSearchParams(text);
    const read = (name: string) => params.get(name) ?? undefined;
    return {
      find: read('find'),
      type: read('type'),
      tier: read('tier'),
      origin: read('origin'),
      only: read('only'),
    };
  }, [text]);
}

const ONLY = [
  { value: 'findings', label: 'with findings' },
  { value: 'changed', label: 'changed since the release' },
  { value: 'unused', label: 'that nothing uses' },
  { value: 'varies', label: 'that vary by context' },
  { value: 'deprecated', label: 'deprecated' },
  { value: 'internal', label: 'kept internal' },
];

export function TokenFilters({ types, origins }: { types: readonly string[]; origins: readonly string[] }) {
  const [query, setQuery] = useQuery();
  const value = (name: string) => query.get(name) ?? '';
  return (
    <>
      <TextInput
        aria-label="Find tokens"
        placeholder="Path, value, type or near:#0a5d6a/3"
        w={250}
        value={value('find')}
        onChange={(event) => setQuery({ find: event.currentTarget.value })}
      />
      <Select
        aria-label="Show only"
        w={185}
        value={value('only')}
        onChange={(next) => setQuery({ only: next })}
        data={[{ value: '', label: 'all tokens' }, ...ONLY]}
        allowDeselect={false}
      />
      <Select
        aria-label="Type"
        w={130}
        value={value('type')}
        onChange={(next) => setQuery({ type: next })}
        data={[{ value: '', label: 'every type' }, ...types.map((type) => ({ value: type, label: type }))]}
        allowDeselect={false}
      />
      {origins.length > 1 && (
        <Select
          aria-label="From"
          w={120}
          value={value('origin')}
          onChange={(next) => setQuery({ origin: next })}
          data={[
            { value: '', label: 'every origin' },
            ...origins.map((origin) => ({ value: origin, label: origin })),
          ]}
          allowDeselect={false}
        />
      )}
    </>
  );
}
