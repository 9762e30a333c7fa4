'use client';

import { useEffect, useState } from 'react';
import { useAsk } from './document';

/** Names of tokens that fit what is being typed, as `{path}`; none while null. */
export function useTokenNames(typed: string | null, not = ''): string[] {
  const ask = useAsk();
  const [names, setNames] = useState<string[]>([]);
  useEffect(() => {
    if (typed === null) return;
    let left = false;
    void ask('pick', { text: typed, type: '', lens: {}, not })
      .then((found) => !left && setNames(found.map(({ path }) => `{${path}}`)))
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [ask, typed, not]);
  return typed === null ? [] : names;
}
