'use client';

import { Autocomplete, type AutocompleteProps } from '@mantine/core';
import { useEffect, useState } from 'react';
import { useAsk } from '@/features/session/document';

/** A field for the path of a token: what fits by name, or for a colour typed by closeness, is offered while one types. */
export function TokenSelect({
  value,
  onChange,
  type = '',
  lens,
  not = '',
  ...rest
}: Omit<AutocompleteProps, 'value' | 'onChange' | 'data' | 'type'> & {
  value: string;
  onChange: (path: string) => void;
  type?: string;
  lens: Record<string, string>;
  not?: string;
}) {
  const ask = useAsk();
  const [found, setFound] = useState<{ path: string; css: unknown; difference: number | undefined }[]>([]);
  const lensText = JSON.stringify(lens);
  useEffect(() => {
    let left = false;
    void ask('pick', { text: value, type, lens: JSON.parse(lensText) as Record<string, string>, not })
      .then((list) => !left && setFound(list))
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [ask, value, type, lensText, not]);
  const by = new Map(found.map((one) => [one.path, one]));
  return (
    <Autocomplete
      {...rest}
      value={value}
      onChange={onChange}
      data={found.map((one) => one.path)}
      filter={({ options }) => options}
      renderOption={({ option }) => {
        const one = by.get(option.value);
        return (
          <span style={{ display: 'flex', gap: 8, alignItems: 'center', fontSize: 12 }}>
            {typeof one?.css === 'string' && /^(#|rgb|oklch|lab|color\()/.test(one.css) && (
              <i
                style={{ width: 16, height: 16, background: one.css, border: '1px solid var(--line-strong)' }}
                data-specimen
              />
            )}
            {option.value}
            {one?.difference !== undefined ? (
              <span style={{ color: 'var(--mantine-color-dimmed)' }}>
                CIEDE2000 {one.difference.toFixed(1)}
              </span>
            ) : null}
          </span>
        );
      }}
    />
  );
}
