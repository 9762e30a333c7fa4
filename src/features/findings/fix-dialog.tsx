'use client';

import { Button, Checkbox, Stack, Text } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import type { FindingRow } from '@/editing/findings/queries/findings';
import { Refused, useStore } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';
import { toggled } from '@/ui/toggled';
import { idOf, keyOf } from './finding-row';
import classes from './findings.module.css';

/** Findings to be fixed at once: each says what is wrong and what will change, and can be left out. */
export function FixDialog({
  rows,
  close,
  done,
}: {
  rows: readonly FindingRow[];
  close: () => void;
  /** After it was stored. */
  done: () => void;
}) {
  const { put, refusal } = useStore();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const taken = rows.filter((row) => !left.has(idOf(row)));
  return (
    <Dialog opened onClose={close} title={`Fix ${counted(rows.length, 'finding')}`} size="lg">
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          if (await put('applyFixes', { keys: taken.map(keyOf) })) done();
        }}
      >
        <Stack>
          <ul className={classes.preview}>
            {rows.map((row) => (
              <li key={idOf(row)}>
                <Checkbox
                  label={row.fixLabel}
                  description={`${row.title}: ${row.message}`}
                  checked={!left.has(idOf(row))}
                  onChange={() => setLeft((now) => toggled(now, idOf(row)))}
                />
              </li>
            ))}
          </ul>
          <Text size="sm" c="dimmed">
            Stored as one change; one undo reverts all of it.
          </Text>
          <Refused refusal={refusal} />
          <DialogFoot close={close}>
            <Button type="submit" disabled={taken.length === 0}>
              Fix {counted(taken.length, 'finding')}
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
