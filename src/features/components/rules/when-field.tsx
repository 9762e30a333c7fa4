'use client';

import { TagsInput } from '@mantine/core';
import { typedCondition } from '@/core/components/typed-condition';
import type { Ref } from 'react';
import type { ProofView } from '@/editing/components/queries/proof';

/** The conditions of `tone is danger or quiet and not busy`, one each. */
const conditionsIn = (when: string): string[] =>
  when
    .split(/\s+and\s+/)
    .map((one) => one.trim())
    .filter(Boolean);

/** Two values of one choice are one condition: the one or the other. */
function merged(conditions: readonly string[]): string[] {
  const byProp = new Map<string, string>();
  for (const condition of conditions) {
    const [, prop, values] = /^(\S+)\s+is\s+(.+)$/.exec(condition) ?? [];
    const key = prop && prop !== 'state' ? prop : condition;
    const known = byProp.get(key);
    if (prop && values && known && prop !== 'state') {
      const all = new Set(`${known.replace(/^\S+\s+is\s+/, '')} or ${values}`.split(/\s+or\s+/));
      byProp.set(key, `${prop} is ${[...all].join(' or ')}`);
    } else byProp.set(key, condition);
  }
  return [...byProp.values()];
}

/** Everything a rule of this component may ask for, one condition each. */
const conditionsOf = (view: ProofView): string[] => [
  ...view.props.flatMap(({ name, kind, values }) =>
    kind === 'choice'
      ? values.map((value) => `${name} is ${value}`)
      : kind === 'flag'
        ? [name, `not ${name}`]
        : [],
  ),
  ...view.states.map((state) => `state is ${state}`),
];

/** Conditions as chips: typed, in short too (`kind=danger hover`), or chosen, each taken out by Backspace; none: always. */
export function WhenField({
  view,
  value,
  onChange,
  error,
  leave,
  label = 'When',
  placeholder = 'always',
  autoFocus = false,
  field,
}: {
  view: ProofView;
  value: string;
  onChange: (when: string) => void;
  error?: string | undefined;
  leave?: () => void;
  label?: string;
  placeholder?: string;
  autoFocus?: boolean;
  field?: Ref<HTMLInputElement>;
}) {
  const chips = conditionsIn(value);
  return (
    <TagsInput
      ref={field}
      label={label}
      placeholder={chips.length === 0 ? placeholder : ''}
      miw={220}
      maw={360}
      data={conditionsOf(view).filter((one) => !chips.includes(one))}
      limit={12}
      value={chips}
      autoFocus={autoFocus}
      error={error}
      splitChars={[]}
      onChange={(next) =>
        onChange(merged(next.flatMap((one) => conditionsIn(typedCondition(one, view)))).join(' and '))
      }
      onKeyDown={(event) => event.key === 'Escape' && leave?.()}
    />
  );
}
