'use client';

import { Select } from '@mantine/core';
import type { LayoutGrid } from '@/core/tokens/spacing-sets';
import { useQuery } from '../frame/lens';

/** The layout grid asked for in the address, of those there are. */
export function useGrid(grids: readonly LayoutGrid[] | undefined): LayoutGrid | null {
  const [query] = useQuery();
  return grids?.find(({ path }) => path === query.get('grid')) ?? null;
}

/** Lays one of a library's layout grids over what is drawn; nothing where it has none. */
export function GridSelect({ grids }: { grids: readonly LayoutGrid[] }) {
  const grid = useGrid(grids);
  const [, setQuery] = useQuery();
  if (grids.length === 0) return null;
  return (
    <Select
      aria-label="Layout grid"
      w={150}
      value={grid?.path ?? ''}
      allowDeselect={false}
      data={[
        { value: '', label: 'No layout grid' },
        ...grids.map(({ path }) => ({ value: path, label: path })),
      ]}
      onChange={(path) => setQuery({ grid: path })}
    />
  );
}
