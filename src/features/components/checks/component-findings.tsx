'use client';

import { counted } from '@/core/base/words';
import { Button, Text } from '@mantine/core';
import { useState } from 'react';
import type { ContrastFixView } from '@/editing/components/queries/contrast-fix';
import type { FindingRow } from '@/editing/findings/queries/findings';
import { useAsk, useLongView } from '@/features/session/document';
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
  const ask = useAsk();
  /** What was found to bind instead, by the contrast it is for. */
  const [fixes, setFixes] = useState<Readonly<Record<string, ContrastFixView>>>({});
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
      {row.code === 'combination-contrast' && canEdit && contrastOf(row) && fixes[row.path] === undefined && (
        <Button
          size="compact-xs"
          variant="default"
          onClick={async () => {
            const fix = await ask('contrastFix', { name, ...contrastOf(row)! });
            if (fix) setFixes((now) => ({ ...now, [row.path]: fix }));
          }}
        >
          Find passing token
        </Button>
      )}
      {fixes[row.path] && <FoundFix name={name} fix={fixes[row.path]!} done={() => setFixes({})} />}
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

/** Which contrast of its own parts a finding is about, by its path: `notice: text of hint`. */
function contrastOf({ path }: FindingRow): { kind: 'text' | 'icon' | 'border'; part: string } | undefined {
  const [, kind, part] = /: (text|icon|border) of ([\w-]+)$/.exec(path) ?? [];
  return part === undefined ? undefined : { kind: kind as 'text', part };
}

/** The token that passes, to be bound; or why there is none. */
function FoundFix({ name, fix, done }: { name: string; fix: ContrastFixView; done: () => void }) {
  const { put, refusal } = useStore();
  if ('problem' in fix)
    return (
      <Text size="xs" c="dimmed" role="status" className={classes.found}>
        {fix.problem}.
      </Text>
    );
  const { rule, property, part, from, to, ratio, needs } = fix;
  return (
    <div className={classes.found}>
      <Text size="xs" role="status">
        {to} passes in every combination and context, at least {ratio} : 1 where {needs} : 1 is needed
        (instead of {from}, {property} of {part}).
      </Text>
      <Button
        size="compact-xs"
        variant="default"
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
