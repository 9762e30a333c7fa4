'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { useOneTabStop } from '@/ui/one-tab-stop';
import { EmptyState } from '@/ui/empty-state';
import { FirstTokens } from '@/features/session/library-link';
import { counted } from '@/core/base/words';
import { Button, Checkbox, Group, Menu, SegmentedControl, Stack, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { PageLink } from '@/ui/page-link';
import { useState } from 'react';
import { contextText } from '@/core/tokens/system';
import type { FindingRow } from '@/editing/findings/queries/findings';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLensLink, useQuery } from '@/ui/frame/lens';
import { toggled } from '@/ui/toggled';
import { CsvButton } from '@/features/tokens/csv-button';
import { StagePage } from '@/features/session/page-bar';
import { SAMPLE, Specimen } from '@/ui/specimen/swatch';
import { idOf, keyOf } from './finding-row';
import { FixDialog } from './fix-dialog';
import { PassingToken } from './passing-token';
import classes from './findings.module.css';

/** Where to look at it: the token, or the component with what shows it. */
const placeOf = ({ code, component, path }: FindingRow): string => {
  if (component === null) return `/tokens/${encodeURIComponent(path)}`;
  const shown = SHOWN[code];
  return `/components/${component}${shown ? `?${shown}` : ''}`;
};
const SHOWN: Readonly<Record<string, string>> = {
  'combination-contrast': 'cells=failing',
  'guard-broken': 'side=guards',
  'code-drift': 'side=code',
  'slot-misfit': 'side=props',
  'template-root': 'side=code',
  'template-unsafe': 'side=code',
};

/** Everything the checks have to say: what is wrong, where, and the mend; mended one by one or many with a preview. */
export function FindingsPage() {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const [query, setQuery] = useQuery();
  const code = query.get('code') ?? '';
  const find = query.get('find') ?? '';
  const view = useDocumentQuery('findings', { code, level: query.get('level') ?? '', find });
  const { run } = useCommand();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [fixing, setFixing] = useState<FindingRow[] | null>(null);
  const [accepting, setAccepting] = useState<FindingRow[] | null>(null);
  const stop = useOneTabStop<HTMLElement>('button');
  if (!view) return <StagePage>{null}</StagePage>;
  if (library.counts.tokens + library.counts.components === 0)
    return (
      <StagePage>
        <EmptyState title="Nothing to check yet." actions={library.canEdit && <FirstTokens />}>
          Values that are doubled, contrasts that are too weak and rules without effect appear here, each with
          where it is and what fixes it.
        </EmptyState>
      </StagePage>
    );
  const rows = view.rows;
  const picked = rows.filter((row) => chosen.has(idOf(row)));
  // Taking things out is offered all at once only where one looks at nothing else.
  const fixable = (picked.length > 0 ? picked : rows).filter(
    (row) =>
      row.fixLabel !== undefined && (picked.length > 0 || code !== '' || row.code !== 'unused-primitive'),
  );
  const toggle = (row: FindingRow) => setChosen((old) => toggled(old, idOf(row)));
  return (
    <StagePage tools={<CsvButton view="findingsCsv" input={{}} file={`${library.slug}-findings.csv`} />}>
      <div className={classes.page}>
        <nav className={classes.codes} aria-label="Kinds of finding" {...stop}>
          <button aria-pressed={code === ''} onClick={() => setQuery({ code: null })}>
            All <span>{view.counts.reduce((sum, one) => sum + one.count, 0)}</span>
          </button>
          {view.counts.map((one) => (
            <button
              key={one.code}
              aria-pressed={code === one.code}
              data-level={one.level}
              onClick={() => setQuery({ code: one.code })}
            >
              <span title={one.code}>{one.title}</span> <span>{one.count}</span>
            </button>
          ))}
        </nav>
        <section>
          <Group mb="sm" gap="xs">
            <TextInput
              aria-label="Search findings"
              placeholder="Path or message"
              value={find}
              w={220}
              onChange={(event) => setQuery({ find: event.currentTarget.value })}
            />
            <SegmentedControl
              aria-label="Level"
              value={query.get('level') ?? ''}
              onChange={(value) => setQuery({ level: value })}
              data={[
                { value: '', label: 'All' },
                { value: 'error', label: 'Errors' },
                { value: 'warning', label: 'Warnings' },
                { value: 'note', label: 'Notes' },
              ]}
            />
            <Text size="sm" c="dimmed">
              {view.total > rows.length ? `the first ${rows.length} of ${view.total}` : `${view.total}`}
            </Text>
            {library.canEdit && (
              <Group gap="xs" ml="auto">
                <Button variant="default" disabled={picked.length === 0} onClick={() => setAccepting(picked)}>
                  Accept {picked.length || ''}
                </Button>
                <Button disabled={fixable.length === 0} onClick={() => setFixing(fixable)}>
                  Fix {fixable.length}
                </Button>
              </Group>
            )}
          </Group>
          {rows.length === 0 ? (
            <EmptyState
              title={view.counts.length === 0 ? 'No findings.' : 'No findings match the filter.'}
              actions={
                view.counts.length > 0 && (
                  <Button variant="default" onClick={() => setQuery({ code: null, level: null, find: null })}>
                    Clear filter
                  </Button>
                )
              }
            >
              {counted(view.checks.length, 'check')} of {counted(library.counts.tokens, 'token')} and{' '}
              {counted(library.counts.components, 'component')}: {view.checks.join(', ')}.
            </EmptyState>
          ) : (
            <ul className={classes.list}>
              {rows.map((row) => (
                <li key={idOf(row) + row.message} data-level={row.level}>
                  {library.canEdit && (
                    <Checkbox
                      aria-label={`Select ${row.code} at ${row.path}`}
                      checked={chosen.has(idOf(row))}
                      onChange={() => toggle(row)}
                      mt={2}
                    />
                  )}
                  <Shown row={row} />
                  <div>
                    <div>
                      <b>{row.title}</b> <span className={classes.level}>{row.level}</span>{' '}
                      <span className={`path ${classes.quiet}`}>{row.code}</span>
                      {row.context ? (
                        <span className={classes.quiet}> under {contextText(row.context)}</span>
                      ) : null}
                    </div>
                    <div className={classes.message}>
                      {row.message}.{' '}
                      <span className={classes.quiet}>{row.fixLabel === undefined ? `${row.fix}.` : ''}</span>
                    </div>
                    {library.canEdit && (
                      <div className={classes.mend}>
                        <PassingToken row={row} />
                      </div>
                    )}
                  </div>
                  <div className={classes.act}>
                    <PageLink className="path" href={link(`/libraries/${library.slug}${placeOf(row)}`)}>
                      {row.component ?? row.path}
                    </PageLink>
                    {row.fixLabel !== undefined && (
                      <Button
                        size="compact-xs"
                        variant="default"
                        title={row.fixLabel}
                        onClick={() => void run('applyFixes', { keys: [keyOf(row)] })}
                      >
                        {row.fixLabel.replace(`${row.path} `, '').slice(0, 52)}
                      </Button>
                    )}
                    {library.canEdit && (
                      <Menu position="bottom-end">
                        <Menu.Target>
                          <Button size="compact-xs" variant="subtle">
                            Accept …
                          </Button>
                        </Menu.Target>
                        <Menu.Dropdown>
                          <Menu.Item onClick={() => setAccepting([row])}>
                            Accept this finding with a reason
                          </Menu.Item>
                        </Menu.Dropdown>
                      </Menu>
                    )}
                  </div>
                </li>
              ))}
            </ul>
          )}
          {view.accepted.length > 0 && (
            <details style={{ marginTop: 18, fontSize: 13 }}>
              <summary>{view.accepted.length} accepted</summary>
              <ul className={classes.list}>
                {view.accepted.map((one) => (
                  <li key={`${one.code} ${one.path}`}>
                    <div>
                      <span className="path">{one.code}</span> at <span className="path">{one.path}</span>
                      <div className={classes.quiet}>{one.reason}</div>
                    </div>
                    {library.canEdit && one.own && (
                      <Button
                        size="compact-xs"
                        variant="default"
                        onClick={() =>
                          void run('withdrawAcceptance', {
                            keys: [{ code: one.code, path: one.path }],
                          })
                        }
                      >
                        Withdraw acceptance
                      </Button>
                    )}
                  </li>
                ))}
              </ul>
            </details>
          )}
        </section>
      </div>
      {fixing && (
        <FixDialog
          rows={fixing}
          close={() => setFixing(null)}
          done={() => {
            setFixing(null);
            setChosen(new Set());
          }}
        />
      )}
      <Accept
        rows={accepting}
        close={() => setAccepting(null)}
        accept={(reason) => {
          const keys = (accepting ?? []).map(({ code: one, path }) => ({ code: one, path }));
          setAccepting(null);
          setChosen(new Set());
          void run('acceptFindings', { keys, reason });
        }}
      />
    </StagePage>
  );
}

function Accept({
  rows,
  close,
  accept,
}: {
  rows: FindingRow[] | null;
  close: () => void;
  accept: (reason: string) => void;
}) {
  const [reason, setReason] = useState('');
  return (
    <Dialog
      opened={rows !== null}
      onClose={close}
      title={`Accept ${rows?.length === 1 ? `${rows[0]!.code} at ${rows[0]!.path}` : `${counted(rows?.length ?? 0, 'finding')}`}`}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          accept(reason);
          setReason('');
        }}
      >
        <Stack>
          <TextInput
            label="Reason for accepting"
            value={reason}
            required
            data-autofocus
            onChange={(event) => setReason(event.currentTarget.value)}
          />
          <DialogFoot close={close}>
            <Button type="submit" disabled={reason.trim() === ''}>
              Accept
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}

/** What a finding speaks of, drawn: letters on their surface with the ratio, or the values side by side. */
function Shown({ row }: { row: FindingRow }) {
  if (row.pair)
    return (
      <span className={classes.shown}>
        <span
          data-specimen
          className={classes.letters}
          style={{ color: row.pair.text, background: row.pair.surface }}
        >
          {SAMPLE}
        </span>
        <small>{row.pair.ratio} : 1</small>
      </span>
    );
  return (
    <span className={classes.shown}>
      {row.specimens.map(({ path, type, css }) => (
        <Specimen key={path} type={type} css={css} path={path} />
      ))}
    </span>
  );
}
