'use client';

import { Autocomplete, Popover } from '@mantine/core';
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
  canEdit,
}: {
  component: string;
  rule: string;
  declaration: Declaration;
  canEdit: boolean;
}) {
  const { show, store, clear } = usePlan();
  const [open, setOpen] = useState(false);
  const text = declaration.token ? `{${declaration.token}}` : (declaration.raw ?? '');
  const [typed, setTyped] = useState(text);
  // What stood here when the field opened: while one types, `text` is already what is typed.
  const [original, setOriginal] = useState(text);
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
            setRefusal(
              await show('setRuleValue', { component, rule, property: declaration.property, text: value }),
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
