'use client';

import { VisuallyHidden } from '@mantine/core';
import { useState } from 'react';
import type { ValueCell as Cell } from '@/editing/tokens/queries/token-list';
import { Refused, useStore } from '@/features/session/refused';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import { ValueInput } from '../value-input';
import classes from './table.module.css';

/** A value in the table; pressed, it is typed anew in its place. Enter stores it, Escape leaves it as it was. */
export function ValueCell({
  path,
  type,
  cell,
  axis,
  standard,
  canEdit,
}: {
  path: string;
  type: string;
  cell: Cell;
  /** The axis whose contexts are columns; null: one value, under the lens. */
  axis: string | null;
  /** The default context of that axis. */
  standard: string | null;
  canEdit: boolean;
}) {
  const { put, refusal, setRefusal } = useStore();
  const [typed, setTyped] = useState<string | null>(null);
  const label = cell.context === null ? path : `${path} under ${axis} ${cell.context}`;
  const shown = (
    <>
      <Specimen type={type} css={cell.css} path={path} />
      {cell.alias ? `→ ${cell.alias}` : shortValue(cell.css)}
    </>
  );
  if (!canEdit)
    return (
      <span className={classes.value} data-follows={(cell.context !== null && !cell.set) || undefined}>
        {shown}
      </span>
    );
  const close = () => {
    setTyped(null);
    setRefusal(null);
  };
  const finish = async () => {
    if (typed === null) return;
    if (typed === cell.text) return close();
    const saved =
      axis === null && cell.layer !== null
        ? await put('declareValue', { path, layer: cell.layer, text: typed })
        : await put('setUnder', {
            path,
            when:
              axis !== null && cell.context !== null && cell.context !== standard
                ? { [axis]: cell.context }
                : {},
            text: typed,
          });
    if (saved) close();
  };
  if (typed === null)
    return (
      <button
        className={classes.cell}
        data-follows={(cell.context !== null && !cell.set && cell.context !== standard) || undefined}
        onClick={() => setTyped(cell.text)}
      >
        <VisuallyHidden>Edit the value of {label}: </VisuallyHidden>
        {shown}
      </button>
    );
  return (
    <div className={classes.editing}>
      <ValueInput
        aria-label={`Value of ${label}`}
        adjust={`Adjust the value of ${label}`}
        text={typed}
        type={type}
        path={path}
        autoFocus
        change={setTyped}
        finish={() => void finish()}
        leave={close}
      />
      <Refused refusal={refusal} />
    </div>
  );
}
