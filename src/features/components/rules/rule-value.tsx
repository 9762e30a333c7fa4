'use client';

import { Button, Group, Popover, Radio } from '@mantine/core';
import { useRef, useState } from 'react';
import { rawParts } from '@/core/components/raw-values';
import type { ProofView } from '@/editing/components/queries/proof';
import { useCommand, type Refusal } from '@/features/session/document';
import { refusalText } from '@/features/session/refused';
import { ExtractForm } from '@/features/tokens/extract-form';
import { TokenChoice } from './token-choice';
import classes from '../components.module.css';

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
  const { clear } = useCommand();
  const button = useRef<HTMLButtonElement>(null);
  // Many values stand on one page: until it is first opened, only the button is there.
  const [opened, setOpened] = useState<boolean | null>(null);
  const shown = (
    <>
      {/^(#|rgb|oklch|hsl|color\()/.test(declaration.css) && (
        <span className={classes.chip} style={{ background: declaration.css }} data-specimen aria-hidden />
      )}
      {declaration.token ?? declaration.raw}
    </>
  );
  if (!canEdit) return <span className={classes.fixed}>{shown}</span>;
  const target = (
    <button
      ref={button}
      className={classes.bound}
      aria-label={`${declaration.property}: ${declaration.token ?? declaration.raw}, change`}
      title={declaration.css}
      onClick={() => setOpened(true)}
    >
      {shown}
    </button>
  );
  if (opened === null) return target;
  const close = () => {
    setOpened(false);
    button.current?.focus();
  };
  const leave = () => {
    close();
    clear();
  };
  return (
    <Popover
      opened={opened}
      onChange={(next) => !next && leave()}
      width={420}
      trapFocus
      position="bottom-start"
    >
      <Popover.Target>{target}</Popover.Target>
      <Popover.Dropdown>
        <ValueForm
          component={component}
          rule={rule}
          declaration={declaration}
          from={from}
          leave={leave}
          close={close}
        />
      </Popover.Dropdown>
    </Popover>
  );
}

function ValueForm({
  component,
  rule,
  declaration,
  from,
  leave,
  close,
}: {
  component: string;
  rule: string;
  declaration: Declaration;
  from: ProofView['rules'][number]['from'];
  /** Ends without storing. */
  leave: () => void;
  /** Ends once it is stored. */
  close: () => void;
}) {
  const { show, store, clear } = useCommand();
  // What stood here when the form opened: while one types, the declaration is already what is typed.
  const [original] = useState(declaration.token ? `{${declaration.token}}` : (declaration.raw ?? ''));
  const [typed, setTyped] = useState(original);
  const [at, setAt] = useState<'here' | 'source'>('here');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const input = (text: string) => ({ component, rule, property: declaration.property, text, at });
  const finish = async (value: string) => {
    if (value === original) return leave();
    const refused = await store('setRuleValue', input(value));
    setRefusal(refused);
    if (!refused) close();
  };
  const [extracting, setExtracting] = useState(false);
  if (extracting)
    return (
      <ExtractForm
        label={`Path of the new token for ${original}`}
        close={() => setExtracting(false)}
        extract={async (to) => {
          const refused = await store('extractValue', {
            component,
            rule,
            property: declaration.property,
            to,
          });
          if (!refused) close();
          return refused;
        }}
      />
    );
  return (
    <>
      {from && (
        <Radio.Group
          label={`Inherited from ${from.name}. Change the value`}
          value={at}
          onChange={(value) => setAt(value as 'here' | 'source')}
          mb={8}
        >
          <Group gap="md" mt={4}>
            <Radio value="here" label="Here only" />
            <Radio value="source" label={`In ${from.name}, for everything that uses it`} />
          </Group>
        </Radio.Group>
      )}
      <TokenChoice
        label={`${declaration.property} is`}
        data-autofocus
        placeholder="Clear the field and press Enter to remove the property"
        property={declaration.property}
        value={typed}
        stored={original}
        error={refusalText(refusal)}
        comboboxProps={{ withinPortal: false }}
        onChange={async (value) => {
          setTyped(value);
          // An empty field says nothing yet; Enter then takes the property out.
          const says = value !== original && value.trim() !== '';
          if (!says) clear();
          setRefusal(says ? await show('setRuleValue', input(value)) : null);
        }}
        finish={(value) => void finish(value)}
        leave={leave}
      />
      {!from && declaration.raw && rawParts(declaration.property, declaration.raw).length === 1 && (
        <Button size="compact-xs" variant="subtle" mt={6} onClick={() => setExtracting(true)}>
          Extract to a new token
        </Button>
      )}
    </>
  );
}
