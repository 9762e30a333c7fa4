'use client';

import { Button, Text } from '@mantine/core';
import { useState } from 'react';
import type { ContrastFixView } from '@/editing/components/queries/contrast-fix';
import type { FindingRow } from '@/editing/findings/queries/findings';
import { useAsk } from '@/features/session/document';
import { Refused, useStore } from '@/features/session/refused';
import { focusWhenShown } from '@/ui/focus-when-shown';
import classes from './findings.module.css';

/** Which contrast of its own parts a finding is about, by its path: `notice: text of hint`. */
function contrastOf({ path }: FindingRow): { kind: 'text' | 'icon' | 'border'; part: string } | undefined {
  const [, kind, part] = /: (text|icon|border) of ([\w-]+)$/.exec(path) ?? [];
  return part === undefined ? undefined : { kind: kind as 'text', part };
}

/** Finds the token that passes in every combination where a contrast is too low in some, and binds it. */
export function PassingToken({ row }: { row: FindingRow }) {
  const ask = useAsk();
  const [fix, setFix] = useState<ContrastFixView | null>(null);
  const contrast = row.code === 'combination-contrast' ? contrastOf(row) : undefined;
  const { component: name } = row;
  if (!contrast || name === null) return null;
  if (fix) return <Found name={name} fix={fix} done={() => setFix(null)} />;
  return (
    <Button
      size="compact-xs"
      variant="default"
      onClick={() => void ask('contrastFix', { name, ...contrast }).then(setFix)}
    >
      Find passing token
    </Button>
  );
}

/** The token that passes, to be bound; or why there is none. */
function Found({ name, fix, done }: { name: string; fix: ContrastFixView; done: () => void }) {
  const { put, refusal } = useStore();
  if ('problem' in fix)
    return (
      <Text
        size="xs"
        c="dimmed"
        role="status"
        data-found
        className={classes.found}
        tabIndex={-1}
        ref={focusWhenShown}
      >
        {fix.problem}.
      </Text>
    );
  const { rule, property, part, from, to, ratio, needs } = fix;
  return (
    <div data-found className={classes.found}>
      <Text size="xs" role="status">
        {to} passes in every combination and context, at least {ratio} : 1 where {needs} : 1 is needed
        (instead of {from}, {property} of {part}).
      </Text>
      <Button
        size="compact-xs"
        variant="default"
        ref={focusWhenShown}
        onClick={async () => {
          if (await put('setRuleValue', { component: name, rule, property, text: `{${to}}` })) done();
        }}
      >
        Bind {to}
      </Button>
      <Refused refusal={refusal} />
    </div>
  );
}
