'use client';

import { Autocomplete, Group, Popover, Radio } from '@mantine/core';
import { useState } from 'react';
import type { ProofView } from '@/core/views/proof';
import { usePlan, type Refusal } from '@/features/document/document';
import { useTokenNames } from '@/features/document/token-names';
import classes from './components.module.css';

type Declaration = ProofView['rules'][number]['declarations'][number];

/** The value of one declaration in a rule's sentence; chosen anew, it shows in the specimen while one types. */
export function RuleValue({
  component,
  rule,
  declaration,
  from,
  canEdit,
}: {
  component: string;
  rule: string;
  declaration: Declaration;
  /** The rule set or component it is written in, where that is not this one. */
  from: ProofView['rules'][number]['from'];
  canEdit: boolean;
}) {
  const { show, store, clear } = usePlan();
  const [open, setOpen] = useState(false);
  const text = declaration.token ? `{${declaration.token}}` : (declaration.raw ?? '');
  const [typed, setTyped] = useState(text);
  // What stood here when the field opened: while one types, `text` is already what is typed.
  const [original, setOriginal] = useState(text);
  const [at, setAt] = useState<'here' | 'source'>('here');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const options = useTokenNames(open ? typed : null);
  const shown = (
    <>
      {/^(#|rgb|oklch|hsl|color\()/.test(declaration.css) && (
        <span className={classes.chip} style={{ background: declaration.css }} data-specimen aria-hidden />
      )}
      {declaration.token ?? declaration.raw}
    </>
  );
  if (!canEdit) return <span className={classes.fixed}>{shown}</span>;
  const leave = () => {
    setOpen(false);
    setRefusal(null);
    setTyped(original);
    clear();
  };
  const finish = async (value: string) => {
    if (value === original) return leave();
    const refused = await store('setRuleValue', {
      component,
      rule,
      property: declaration.property,
      text: value,
      at,
    });
    setRefusal(refused);
    if (!refused) setOpen(false);
  };
  return (
    <Popover
      opened={open}
      onChange={(next) => !next && leave()}
      width={340}
      trapFocus
      position="bottom-start"
    >
      <Popover.Target>
        <button
          className={classes.bound}
          aria-label={`${declaration.property}: ${declaration.token ?? declaration.raw}, change`}
          title={declaration.css}
          onClick={() => {
            setTyped(text);
            setOriginal(text);
            setOpen(true);
          }}
        >
          {shown}
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        {from && (
          <Radio.Group
            label={`This comes from ${from.name}. Change it`}
            value={at}
            onChange={(value) => setAt(value as 'here' | 'source')}
            mb={8}
          >
            <Group gap="md" mt={4}>
              <Radio value="here" label="here only" />
              <Radio value="source" label={`in ${from.name}, for all that use it`} />
            </Group>
          </Radio.Group>
        )}
        <Autocomplete
          label={`${declaration.property} is`}
          data-autofocus
          value={typed}
          limit={8}
          data={options}
          filter={({ options: all }) => all}
          error={refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined}
          comboboxProps={{ withinPortal: false }}
          onChange={async (value) => {
            setTyped(value);
            if (value === original) return setRefusal(null);
            return setRefusal(
              await show('setRuleValue', {
                component,
                rule,
                property: declaration.property,
                text: value,
                at,
              }),
            );
          }}
          onOptionSubmit={(value) => void finish(value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') void finish(event.currentTarget.value);
            if (event.key === 'Escape') leave();
          }}
        />
      </Popover.Dropdown>
    </Popover>
  );
}
