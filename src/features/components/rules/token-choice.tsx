'use client';

import { Autocomplete, type AutocompleteProps } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import type { Binding } from '@/core/components/bindings';
import { useAsk, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLens } from '@/ui/frame/lens';
import classes from '../components.module.css';

/** What a property can be bound to, for what is typed; nothing is asked while null. */
export function useBindings(property: string, typed: string | null): Binding[] {
  const ask = useAsk();
  const library = useLibrary();
  const lens = useLens(library.axes);
  const [found, setFound] = useState<Binding[]>([]);
  const asked = JSON.stringify([property, typed, lens]);
  useEffect(() => {
    const [about, text, through] = JSON.parse(asked) as [string, string | null, Record<string, string>];
    if (text === null) return;
    let left = false;
    void ask('bindings', { property: about, typed: text, lens: through })
      .then((all) => !left && setFound(all))
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [ask, asked]);
  return typed === null ? [] : found;
}

/** A value for a CSS property: typed, or a token picked by closeness to what is typed, purpose and tier. */
export function TokenChoice({
  property,
  value,
  stored,
  keywords = [],
  finish,
  leave,
  ...props
}: Omit<AutocompleteProps, 'data' | 'filter' | 'renderOption' | 'value'> & {
  property: string;
  value: string;
  /** What stands there: as long as it does, all tokens are offered. */
  stored?: string;
  keywords?: readonly string[];
  /** Ends with what is typed or picked; and without. */
  finish?: (value: string) => void;
  leave?: () => void;
}) {
  const [entered, setEntered] = useState(false);
  const found = useBindings(property, entered ? (value === stored ? '' : value) : null);
  const note = useDocumentQuery('valueNote', { property, typed: entered && value !== stored ? value : '' });
  const tokens = useMemo(() => new Map(found.map((one) => [`{${one.path}}`, one])), [found]);
  const near = found.length > 0 && found[0]!.off !== undefined;
  return (
    <Autocomplete
      {...props}
      inputWrapperOrder={['label', 'input', 'description', 'error']}
      description={
        note && !props.error ? (
          <span role="status" style={{ color: 'var(--warn)' }}>
            {note.problem}. {note.fix}
            {/[.?]$/.test(note.fix) ? '' : '.'}
          </span>
        ) : undefined
      }
      value={value}
      limit={12}
      maxDropdownHeight={260}
      data={[...(near || value !== (stored ?? '') ? [] : keywords), ...tokens.keys()]}
      filter={({ options }) => options}
      renderOption={({ option }) => {
        const token = tokens.get(option.value);
        if (!token) return <span className="path">{option.value}</span>;
        return (
          <span className={classes.choice}>
            {/^(#|rgb|oklch|hsl|color\()/.test(token.css) && (
              <span className={classes.chip} style={{ background: token.css }} data-specimen aria-hidden />
            )}
            <span className="path">{token.path}</span>
            <small>
              {token.off === undefined
                ? token.css.slice(0, 28)
                : token.off === 0
                  ? 'the same'
                  : `${Math.round(token.off * 10) / 10} off`}
              {' · '}
              {token.tier}
            </small>
          </span>
        );
      }}
      onOptionSubmit={finish}
      onKeyDown={(event) => {
        // With an option picked by the arrows, Enter means that one, and is heard as its being submitted.
        const picked = event.currentTarget.getAttribute('aria-activedescendant');
        if (event.key === 'Enter' && finish && !picked) finish(event.currentTarget.value);
        if (event.key === 'Escape') leave?.();
      }}
      onFocus={(event) => {
        setEntered(true);
        props.onFocus?.(event);
      }}
    />
  );
}
