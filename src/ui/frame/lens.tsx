'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import { useCallback, useMemo } from 'react';
import { SegmentedControl, Select } from '@mantine/core';
import classes from './frame.module.css';

export interface LensAxis {
  name: string;
  contexts: string[];
  default: string;
  description: string;
}

/** The combination of contexts one looks through, kept in the address. */
export function useLens(axes: readonly LensAxis[]): Record<string, string> {
  const query = useSearchParams();
  const text = query.toString();
  return useMemo(() => {
    const params = new URLSearchParams(text);
    return Object.fromEntries(
      axes.map((axis) => {
        const asked = params.get(axis.name);
        return [axis.name, asked !== null && axis.contexts.includes(asked) ? asked : axis.default];
      }),
    );
  }, [axes, text]);
}

/** Changes parameters of the address without leaving the page. */
export function useQuery(): [URLSearchParams, (changes: Record<string, string | null>) => void] {
  const pathname = usePathname();
  const query = useSearchParams();
  const set = useCallback(
    (changes: Record<string, string | null>) => {
      const next = new URLSearchParams(window.location.search);
      for (const [name, value] of Object.entries(changes)) {
        if (value === null || value === '') next.delete(name);
        else next.set(name, value);
      }
      window.history.replaceState(null, '', `${pathname}${next.size > 0 ? `?${next}` : ''}`);
    },
    [pathname],
  );
  return [query, set];
}

/** Adds the lens of the present address to a link, so that what opens is seen through it too. */
export function useLensLink(axes: readonly LensAxis[]): (href: string) => string {
  const lens = useLens(axes);
  return useCallback(
    (href: string) => {
      const [path, query] = href.split('?') as [string, string | undefined];
      const params = new URLSearchParams(query);
      for (const axis of axes) if (lens[axis.name] !== axis.default) params.set(axis.name, lens[axis.name]!);
      return params.size > 0 ? `${path}?${params}` : path;
    },
    [axes, lens],
  );
}

export function LensBar({ axes }: { axes: readonly LensAxis[] }) {
  const lens = useLens(axes);
  const [query, setQuery] = useQuery();
  if (axes.length === 0) return null;
  return (
    <div className={classes.lens} role="group" aria-label="Lens">
      {axes.map((axis) => (
        <label key={axis.name} className={classes.axis} title={axis.description}>
          <span>{axis.name}</span>
          {axis.contexts.length <= 4 ? (
            <SegmentedControl
              aria-label={axis.name}
              size="xs"
              data={axis.contexts}
              value={lens[axis.name]}
              onChange={(value) => setQuery({ [axis.name]: value === axis.default ? null : value })}
            />
          ) : (
            <Select
              aria-label={axis.name}
              data={axis.contexts}
              value={lens[axis.name]}
              allowDeselect={false}
              onChange={(value) => setQuery({ [axis.name]: value === axis.default ? null : value })}
            />
          )}
        </label>
      ))}
      <label className={classes.axis}>
        <span>side by side</span>
        <SegmentedControl
          aria-label="Side by side"
          size="xs"
          data={[{ label: 'off', value: '' }, ...axes.map((axis) => axis.name)]}
          value={query.get('beside') ?? ''}
          onChange={(value) => setQuery({ beside: value })}
        />
      </label>
    </div>
  );
}

/** The lenses to lay side by side: all contexts of the axis chosen, or the present lens alone. */
export function useBeside(axes: readonly LensAxis[]): { label: string; lens: Record<string, string> }[] {
  const lens = useLens(axes);
  const query = useSearchParams();
  const axis = axes.find((other) => other.name === query.get('beside'));
  return useMemo(
    () =>
      axis
        ? axis.contexts.map((name) => ({ label: name, lens: { ...lens, [axis.name]: name } }))
        : [{ label: '', lens }],
    [axis, lens],
  );
}
