'use client';

import { Button } from '@mantine/core';
import { useRef, useState } from 'react';
import { Refused, useStore } from '@/features/session/refused';
import { useLibrary } from '@/features/session/library-shell';
import { TokenSelect } from '@/features/tokens/token-select';
import { ValueInput } from '@/features/tokens/value-input';
import { useLens } from '@/ui/frame/lens';
import classes from './contexts.module.css';

/** Sets a token's value under the contexts of a layer; the next one can be typed at once. */
export function SetValue({ when, label }: { when: Record<string, string>; label: string }) {
  const lens = useLens(useLibrary().axes);
  const { put, refusal } = useStore();
  const [path, setPath] = useState('');
  const [text, setText] = useState('');
  const form = useRef<HTMLFormElement>(null);
  return (
    <form
      ref={form}
      className={classes.set}
      aria-label={`Set value under ${label}`}
      onSubmit={async (event) => {
        event.preventDefault();
        if (!(await put('setUnder', { path: path.trim(), when, text }))) return;
        setPath('');
        setText('');
        form.current?.querySelector('input')?.focus();
      }}
    >
      <div>
        <TokenSelect
          label="Token"
          placeholder="space.gap"
          value={path}
          lens={lens}
          required
          withAsterisk={false}
          selectFirstOptionOnChange
          onChange={setPath}
        />
        <ValueInput
          label={`Value under ${label}`}
          placeholder="As in CSS, or {path} for an alias"
          adjust="Adjust the value"
          text={text}
          type=""
          path={path}
          required
          withAsterisk={false}
          change={setText}
        />
        <Button type="submit">Set value</Button>
      </div>
      <Refused refusal={refusal} />
    </form>
  );
}
