'use client';

import { useCallback, useState } from 'react';

const keyOf = (place: string) => `draft ${place}`;

/** What was typed at a place and not saved, kept by the tab over leaving the page and loading it again; null: nothing. */
export function useDraft(place: string): {
  typed: string | null;
  /** Whether it was found when the place was opened. */
  found: boolean;
  keep: (text: string | null) => void;
} {
  const [first] = useState(() => read(place));
  const [typed, setTyped] = useState(first);
  const keep = useCallback(
    (text: string | null) => {
      setTyped(text);
      try {
        if (text === null) sessionStorage.removeItem(keyOf(place));
        else sessionStorage.setItem(keyOf(place), text);
      } catch {
        // A browser that keeps nothing, or has no room left: what is typed stays for as long as the page does.
      }
    },
    [place],
  );
  return { typed, found: first !== null && typed === first, keep };
}

function read(place: string): string | null {
  try {
    return sessionStorage.getItem(keyOf(place));
  } catch {
    return null;
  }
}
