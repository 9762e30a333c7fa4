'use client';

import { Autocomplete, type AutocompleteProps } from '@mantine/core';
import { useMemo, useState, type Ref } from 'react';
import { PROPERTIES } from './properties';
import { useBindings } from './token-choice';
import classes from '../components.module.css';

/** The declaration that is being typed, and what stands before it: `color: red; padding: 4` is `padding`, `4`. */
function typedLast(text: string): { before: string; property: string; value: string | null } {
  const from = text.lastIndexOf(';') + 1;
  const last = text.slice(from);
  const colon = last.indexOf(':');
  const lead = /^\s*/.exec(last)![0];
  return colon === -1
    ? { before: text.slice(0, from) + lead, property: last.trim(), value: null }
    : {
        before: text.slice(0, from) + lead,
        property: last.slice(0, colon).trim(),
        value: last.slice(colon + 1).trim(),
      };
}

/** Declarations of CSS in one line, `padding: 4px 8px; color: {color.text.quiet}`: properties and tokens complete. */
export function DeclarationsField({
  value,
  onChange,
  leave,
  field,
  ...props
}: Omit<AutocompleteProps, 'data' | 'filter' | 'renderOption' | 'value' | 'onChange'> & {
  value: string;
  onChange: (text: string) => void;
  leave?: (() => void) | undefined;
  field?: Ref<HTMLInputElement>;
}) {
  const [entered, setEntered] = useState(false);
  const { before, property, value: typed } = typedLast(value);
  const found = useBindings(property, entered && typed !== null ? typed : null);
  const tokens = useMemo(
    () => new Map(found.map((one) => [`${before}${property}: {${one.path}}`, one])),
    [found, before, property],
  );
  const properties =
    typed === null
      ? PROPERTIES.filter((name) => name.startsWith(property) && name !== property).map(
          (name) => `${before}${name}: `,
        )
      : [];
  return (
    <Autocomplete
      {...props}
      ref={field}
      value={value}
      limit={10}
      maxDropdownHeight={240}
      openOnFocus={false}
      data={property === '' && typed === null ? [] : [...properties, ...tokens.keys()]}
      filter={({ options }) => options}
      onChange={onChange}
      onFocus={() => setEntered(true)}
      onKeyDown={(event) => event.key === 'Escape' && leave?.()}
      renderOption={({ option }) => {
        const token = tokens.get(option.value);
        if (!token)
          return <span className="path">{option.value.slice(before.length).replace(/: $/, '')}</span>;
        return (
          <span className={classes.choice}>
            {/^(#|rgb|oklch|hsl|color\()/.test(token.css) && (
              <span className={classes.chip} style={{ background: token.css }} data-specimen aria-hidden />
            )}
            <span className="path">{token.path}</span>
            <small>
              {token.css.slice(0, 28)} · {token.tier}
            </small>
          </span>
        );
      }}
    />
  );
}
