'use client';

import { useSearchParams } from 'next/navigation';
import { useCallback, useMemo } from 'react';
import { Button, SegmentedControl, Select } from '@mantine/core';
import { VISIONS } from '@/core/base/color/vision';
import { useIsHere } from './here';
import { axisParameter } from './lens-address';
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
        const asked = params.get(axisParameter(axis.name));
        return [axis.name, asked !== null && axis.contexts.includes(asked) ? asked : axis.default];
      }),
    );
  }, [axes, text]);
}

/** Changes parameters of the address without leaving the page. */
export function useQuery(): [URLSearchParams, (changes: Record<string, string | null>) => void] {
  const isHere = useIsHere();
  const query = useSearchParams();
  const set = useCallback(
    (changes: Record<string, string | null>) => {
      if (!isHere()) return;
      const { pathname, search } = window.location;
      const next = new URLSearchParams(search);
      for (const [name, value] of Object.entries(changes)) {
        if (value === null || value === '') next.delete(name);
        else next.set(name, value);
      }
      window.history.replaceState(null, '', `${pathname}${next.size > 0 ? `?${next}` : ''}`);
    },
    [isHere],
  );
  return [query, set];
}

/** Whether the address asks to create something (`?create=token`) and one may; closing takes that out of the address. */
export function useCreating(
  what: string,
  may: boolean,
): [opened: boolean, open: () => void, close: () => void] {
  const [query, setQuery] = useQuery();
  return [
    may && query.get('create') === what,
    () => setQuery({ create: what }),
    () => setQuery({ create: null }),
  ];
}

/** Adds the lens of the present address to a link, so that what opens is seen through it too. */
export function useLensLink(axes: readonly LensAxis[]): (href: string) => string {
  const lens = useLens(axes);
  const query = useSearchParams();
  const [seen, trace] = [query.get('seen'), query.get('trace')];
  return useCallback(
    (href: string) => {
      const [path, query] = href.split('?') as [string, string | undefined];
      const params = new URLSearchParams(query);
      for (const axis of axes)
        if (lens[axis.name] !== axis.default) params.set(axisParameter(axis.name), lens[axis.name]!);
      if (seen) params.set('seen', seen);
      if (trace) params.set('trace', trace);
      return params.size > 0 ? `${path}?${params}` : path;
    },
    [axes, lens, seen, trace],
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
              onChange={(value) =>
                setQuery({ [axisParameter(axis.name)]: value === axis.default ? null : value })
              }
            />
          ) : (
            <Select
              aria-label={axis.name}
              data={axis.contexts}
              value={lens[axis.name]}
              allowDeselect={false}
              onChange={(value) =>
                setQuery({ [axisParameter(axis.name)]: value === axis.default ? null : value })
              }
            />
          )}
        </label>
      ))}
      <label className={classes.axis}>
        <span>Side by side</span>
        <SegmentedControl
          aria-label="Side by side"
          size="xs"
          data={[{ label: 'Off', value: '' }, ...axes.map((axis) => axis.name)]}
          value={query.get('beside') ?? ''}
          onChange={(value) => setQuery({ beside: value })}
        />
      </label>
      <label className={classes.axis}>
        <span>Colour vision</span>
        <Select
          aria-label="Colour vision"
          w={165}
          data={[
            { value: '', label: 'Full colour vision' },
            ...VISIONS.map(({ name, label }) => ({ value: name, label })),
          ]}
          value={query.get('seen') ?? ''}
          allowDeselect={false}
          onChange={(value) => setQuery({ seen: value })}
        />
      </label>
    </div>
  );
}

/** The token whose uses are outlined wherever components are drawn, kept in the address. */
export const useTrace = (): string | null => useSearchParams().get('trace');

export function TraceBar() {
  const trace = useTrace();
  const [, setQuery] = useQuery();
  if (trace === null) return null;
  return (
    <div className={classes.trace} role="status">
      <span>
        Outlining where <b className="path">{trace}</b> is used on components and screens.
      </span>
      <Button size="compact-xs" variant="default" onClick={() => setQuery({ trace: null })}>
        Stop tracing
      </Button>
    </div>
  );
}

/** Filters by which a page is drawn as somebody sees it who lacks cones; matrices on linear light, as SVG filters are. */
export function VisionFilters() {
  return (
    <svg width={0} height={0} style={{ position: 'absolute' }} aria-hidden>
      {VISIONS.map(({ name, matrix }) => (
        <filter key={name} id={`seen-${name}`} colorInterpolationFilters="linearRGB">
          <feColorMatrix
            type="matrix"
            values={
              [0, 3, 6].map((at) => `${matrix.slice(at, at + 3).join(' ')} 0 0`).join(' ') + ' 0 0 0 1 0'
            }
          />
        </filter>
      ))}
    </svg>
  );
}

/** The filter asked for in the address, as CSS; undefined where none is. */
export function useSeen(): string | undefined {
  const seen = useSearchParams().get('seen');
  return VISIONS.some(({ name }) => name === seen) ? `url(#seen-${seen})` : undefined;
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
