'use client';

import { counted } from '@/core/base/words';
import { Button, Text } from '@mantine/core';
import { useState } from 'react';
import type { FindingRow } from '@/editing/findings/queries/findings';
import { PassingToken } from '@/features/findings/passing-token';
import { useLongView } from '@/features/session/document';
import { Refused, useStore } from '@/features/session/refused';
import { contextText } from '@/core/tokens/system';
import { useQuery } from '@/ui/frame/lens';
import classes from '../components.module.css';

/** What the checks have to say of this component: how much in one line, all of it when opened; mended where it stands. */
export function ComponentFindings({ name, canEdit }: { name: string; canEdit: boolean }) {
  const { answer: found } = useLongView('findingsOf', { name });
  const { put, refusal } = useStore();
  const [, setQuery] = useQuery();
  const [opened, setOpened] = useState(false);
  if (!found || found.length === 0) return null;
  const of = (level: FindingRow['level']) => found.filter((one) => one.level === level);
  const [errors, warnings, notes] = [of('error'), of('warning'), of('note')];
  const applyFixes = (rows: FindingRow[]) =>
    put('applyFixes', {
      keys: rows.map(({ code, path, context }) => ({ code, path, ...(context && { context }) })),
    });
  const fixable = warnings.filter((row) => row.fixLabel !== undefined);
  const line = (row: FindingRow) => (
    <li key={`${row.code} ${row.path} ${row.message}`} data-level={row.level}>
      <span>
        {row.message.replace(`${name}: `, '')}.{' '}
        <Text span size="xs" c="dimmed">
          {row.fixLabel === undefined && row.code !== 'combination-contrast' ? `${row.fix}.` : ''}
          {row.code === 'combination-contrast' || !row.context ? '' : ` Under ${contextText(row.context)}.`}
        </Text>
      </span>
      {row.code === 'combination-contrast' && (
        <Button
          size="compact-xs"
          variant="default"
          onClick={() => setQuery({ cells: 'failing', below: null })}
        >
          Show failures
        </Button>
      )}
      {canEdit && <PassingToken row={row} />}
      {canEdit && row.fixLabel !== undefined && (
        <Button size="compact-xs" variant="default" onClick={() => void applyFixes([row])}>
          {row.fixLabel}
        </Button>
      )}
    </li>
  );
  const count = (rows: FindingRow[], one: string) => (rows.length === 0 ? [] : [counted(rows.length, one)]);
  const said = [...count(errors, 'error'), ...count(warnings, 'warning'), ...count(notes, 'note')];
  return (
    <section className={classes.findings} aria-label="Findings">
      <details onToggle={(event) => setOpened(event.currentTarget.open)}>
        <summary data-testid="findings">
          {errors.length > 0 ? <b className={classes.failing}>{said[0]}</b> : said[0]}
          {said.slice(1).map((one) => `, ${one}`)}
        </summary>
        {opened && <ul>{found.map(line)}</ul>}
        {canEdit && fixable.length > 1 && (
          <Button size="compact-sm" variant="default" mt={6} onClick={() => void applyFixes(fixable)}>
            Bind all {fixable.length} values that equal a token
          </Button>
        )}
      </details>
      <Refused refusal={refusal} />
    </section>
  );
}
