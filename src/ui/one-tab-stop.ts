import { useLayoutEffect, useRef, type KeyboardEvent, type RefObject } from 'react';

export interface Place {
  x: number;
  y: number;
}

const WAYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
};

/**
 * Where an arrow key leads from one of several places: to the nearest in its direction, what lies aside counting three
 * times; undefined where there is none. Home and End lead to the first and the last as they are read.
 */
export function nextPlace(places: readonly Place[], from: number, key: string): number | undefined {
  const read = places
    .map((place, at) => ({ ...place, at }))
    .sort((a, b) => a.y - b.y || a.x - b.x || a.at - b.at);
  if (key === 'Home') return read[0]?.at;
  if (key === 'End') return read.at(-1)?.at;
  const way = WAYS[key];
  const here = places[from];
  if (!way || !here) return undefined;
  const [right, down] = way;
  let best: { at: number; away: number } | undefined;
  for (const { x, y, at } of read) {
    const ahead = (x - here.x) * right + (y - here.y) * down;
    const aside = Math.abs((x - here.x) * down) + Math.abs((y - here.y) * right);
    // What lies rather aside than ahead is not in this direction.
    if (at === from || ahead <= 0 || aside > ahead * 3) continue;
    const away = ahead + aside * 3;
    if (!best || away < best.away) best = { at, away };
  }
  return best?.at;
}

/**
 * Makes a list or grid one tab stop: Tab comes to what was last in focus, or is present, or the first; arrow keys, Home
 * and End move inside. Items are what `selector` names in the element of the ref.
 */
export function useOneTabStop<T extends HTMLElement>(
  selector: string,
): { ref: RefObject<T | null>; onKeyDown: (event: KeyboardEvent) => void } {
  const ref = useRef<T>(null);
  const stop = useRef<HTMLElement | null>(null);
  const items = () => [...(ref.current?.querySelectorAll<HTMLElement>(selector) ?? [])];
  // Rows come and go as one scrolls: after each drawing exactly one of them can be tabbed to.
  useLayoutEffect(() => {
    const all = items();
    const one =
      all.find((item) => item === document.activeElement) ??
      all.find((item) => item.matches('[aria-current]:not([aria-current=false]), [aria-pressed=true]')) ??
      all.find((item) => item === stop.current) ??
      all[0];
    for (const item of all) {
      const stops = item === one ? 0 : -1;
      // Written only where it is another: there may be hundreds.
      if (item.getAttribute('tabindex') !== String(stops)) item.tabIndex = stops;
    }
  });
  return {
    ref,
    onKeyDown(event) {
      const all = items();
      const from = all.indexOf(event.target as HTMLElement);
      if (from === -1 || event.altKey || event.ctrlKey || event.metaKey) return;
      const places = all.map((item) => {
        const { left, top } = item.getBoundingClientRect();
        return { x: left, y: top };
      });
      const next = nextPlace(places, from, event.key);
      if (next === undefined) return;
      event.preventDefault();
      // The page may go through its selection by the same keys: inside a list they are the list's.
      event.stopPropagation();
      all[from]!.tabIndex = -1;
      stop.current = all[next]!;
      stop.current.tabIndex = 0;
      stop.current.focus();
      stop.current.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    },
  };
}
