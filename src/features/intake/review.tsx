'use client';

import { counted } from '@/core/base/words';
import {
  Button,
  Checkbox,
  Group,
  Pagination,
  Progress,
  SegmentedControl,
  Select,
  Text,
  TextInput,
  UnstyledButton,
} from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import type { Decision, GatherFile, ReviewRow } from '@/editing/intake/compare';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import classes from './intake.module.css';
import { useGo } from '@/ui/frame/here';

/** Rows on one page of the list. */
const ROWS = 200;
const CONTROLS = { first: 'First', last: 'Last', next: 'Next', previous: 'Previous' } as const;

const WORDS = { clashing: 'clashing', changed: 'changed', new: 'new', same: 'the same' } as const;

/** What would come in, before anything changes: new, changed, clashing, the same; and what to do where two differ. */
export function Review({
  files,
  axes,
  title,
  onDone,
}: {
  files: GatherFile[];
  /** Contexts by axis, of all files. */
  axes: Record<string, string[]>;
  title: string;
  onDone: () => void;
}) {
  const library = useLibrary();
  const go = useGo();
  const { run } = useCommand();
  const [strip, setStrip] = useState('');
  const [into, setInto] = useState('');
  const [rename, setRename] = useState({ find: '', replace: '' });
  const [names, setNames] = useState<Record<string, string>>({});
  const [leaveAxes, setLeaveAxes] = useState<string[]>([]);
  // Of new paths whether they come in, of those that differ what is done: deciding for all that differ leaves the former.
  const [added, setAdded] = useState<Record<string, Decision>>({});
  const [decided, setDecided] = useState<Record<string, Decision>>({});
  const decide = ({ path, state }: ReviewRow, value: Decision) =>
    (state === 'new' ? setAdded : setDecided)((old) => ({ ...old, [path]: value }));
  const [everywhere, setEverywhere] = useState<Decision | undefined>();
  const [show, setShow] = useState<ReviewRow['state'] | ''>('');
  const [find, setFind] = useState('');
  const [page, setPage] = useState(1);
  const [busy, setBusy] = useState(false);
  const input = {
    files,
    strip,
    into: into.trim(),
    ...(rename.find.trim() !== '' && { rename }),
    names,
    leaveAxes,
    decisions: { ...added, ...decided },
    ...(everywhere && { everywhere }),
  };
  const view = useDocumentQuery('intakeReview', {
    ...input,
    state: show,
    find,
    from: (page - 1) * ROWS,
    rows: ROWS,
  });
  if (!view) return <Text size="sm">Comparing with the library …</Text>;
  const { rows, coming, errors, left, found } = view;
  const pages = Math.ceil(view.listed / ROWS);
  const bring = async () => {
    setBusy(true);
    const stored = await run('importTokens', input);
    setBusy(false);
    if (!stored) return;
    notifications.show({ message: 'Imported. One undo reverts all of it.' });
    onDone();
    go(`/libraries/${library.slug}/tokens`);
  };
  return (
    <section>
      <h2 className={classes.title}>{title}</h2>
      <Group gap="md" mb="sm" align="end">
        <SegmentedControl
          aria-label="Show"
          value={show}
          onChange={(value) => {
            setShow(value as typeof show);
            setPage(1);
          }}
          data={[
            { value: '', label: `All ${view.readable.toLocaleString('en-GB')}` },
            ...(['clashing', 'changed', 'new', 'same'] as const)
              .filter((state) => view.counts[state] > 0)
              .map((state) => ({
                value: state,
                label: `${view.counts[state].toLocaleString('en-GB')} ${WORDS[state]}`,
              })),
          ]}
        />
        {(view.prefix !== undefined || strip !== '') && (
          <Checkbox
            checked={strip !== ''}
            label={`Leave out the first name, ${strip || view.prefix}`}
            onChange={() => setStrip(strip === '' ? (view.prefix ?? '') : '')}
            pb={5}
          />
        )}
        <TextInput
          label="Target group"
          placeholder="As in the file"
          value={into}
          onChange={(event) => setInto(event.currentTarget.value)}
          w={200}
        />
        {view.readable > ROWS && (
          <TextInput
            label="Find path"
            value={find}
            onChange={(event) => {
              setFind(event.currentTarget.value);
              setPage(1);
            }}
            w={160}
          />
        )}
        {view.counts.changed + view.counts.clashing > 0 && (
          <Select
            label="Where values differ"
            placeholder="Decide one by one"
            w={200}
            clearable
            value={everywhere ?? null}
            data={[
              { value: 'mine', label: 'Keep library’s everywhere' },
              { value: 'theirs', label: 'Use imported file’s everywhere' },
              { value: 'both', label: 'Keep both, rename imported' },
            ]}
            onChange={(value) => {
              setEverywhere((value as Decision | null) ?? undefined);
              setDecided({});
            }}
          />
        )}
      </Group>
      <Group gap="md" mb="sm" align="end">
        <TextInput
          label="Rename paths like"
          placeholder="brand.*"
          value={rename.find}
          onChange={(event) => setRename({ ...rename, find: event.currentTarget.value })}
          w={200}
        />
        <TextInput
          label="To"
          placeholder="color.*"
          value={rename.replace}
          onChange={(event) => setRename({ ...rename, replace: event.currentTarget.value })}
          w={200}
        />
        {Object.entries(axes).map(([axis, contexts]) => (
          <Checkbox
            key={axis}
            label={`Axis ${axis}: ${contexts.join(', ')}`}
            checked={!leaveAxes.includes(axis)}
            onChange={() =>
              setLeaveAxes((old) => (old.includes(axis) ? old.filter((one) => one !== axis) : [...old, axis]))
            }
            pb={5}
          />
        ))}
      </Group>
      {view.contexts.length > 0 && (
        <Text size="sm" mb="xs">
          New contexts: {view.contexts.join(', ')}.
        </Text>
      )}
      {errors.map((finding, i) => (
        <Text key={i} size="sm" c="var(--bad)">
          {finding.at?.file}
          {finding.at?.line ? `, line ${finding.at.line}` : ''}
          {finding.at?.column ? `, column ${finding.at.column}` : ''}: {finding.message}. {finding.fix}.
        </Text>
      ))}
      {found.errors > errors.length && (
        <Text size="sm" c="var(--bad)">
          and {counted(found.errors - errors.length, 'other error')}
        </Text>
      )}
      <div className={classes.review}>
        <table className="rows">
          <thead>
            <tr>
              <th>Path</th>
              <th>Library</th>
              <th>Imported file</th>
              <th>Action</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.path}>
                <td className="path">
                  {row.state === 'new' ? (
                    <PathName path={row.path} onRename={(name) => setNames({ ...names, [row.from]: name })} />
                  ) : (
                    row.path
                  )}
                  {row.under ? <span className={classes.under}> under {row.under}</span> : null}
                </td>
                <td className="path">
                  <Value row={row} text={row.mine} />
                </td>
                <td className="path">
                  <Value row={row} text={row.theirs} />
                </td>
                <td>
                  {row.state === 'new' ? (
                    <Checkbox
                      checked={row.decision !== 'mine'}
                      label="Add"
                      onChange={() => decide(row, row.decision === 'mine' ? 'theirs' : 'mine')}
                    />
                  ) : row.state === 'same' ? (
                    'No change'
                  ) : (
                    <Group gap="xs">
                      <SegmentedControl
                        aria-label={`What to do with ${row.path}`}
                        value={row.decision}
                        onChange={(value) => decide(row, value as Decision)}
                        data={[
                          { value: 'mine', label: 'Keep library’s' },
                          { value: 'theirs', label: 'Use imported file’s' },
                          { value: 'both', label: 'Keep both' },
                        ]}
                      />
                      {row.why && <span className={classes.under}>{row.why}</span>}
                    </Group>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {pages > 1 && (
        <Group mt="xs" gap="sm">
          <Pagination
            total={pages}
            value={page}
            onChange={setPage}
            size="sm"
            getControlProps={(control) => ({ 'aria-label': `${CONTROLS[control]} page` })}
            getItemProps={(number) => ({ 'aria-label': `Page ${number}` })}
          />
          <Text size="sm" c="dimmed">
            Rows {((page - 1) * ROWS + 1).toLocaleString('en-GB')} to{' '}
            {((page - 1) * ROWS + rows.length).toLocaleString('en-GB')} of{' '}
            {view.listed.toLocaleString('en-GB')}
          </Text>
        </Group>
      )}
      {found.left > 0 && (
        <details className={classes.errors}>
          <summary>
            {counted(found.left, 'value')} cannot be carried as{' '}
            {found.left === 1 ? 'a token and is' : 'tokens and are'} left out
          </summary>
          <ul>
            {left.map((finding, i) => (
              <li key={i}>
                {finding.at?.file?.replace(/^.*\//, '')}
                {finding.at?.line ? `:${finding.at.line}` : ''} {finding.message}
              </li>
            ))}
            {found.left > left.length && <li>and {counted(found.left - left.length, 'other value')}</li>}
          </ul>
        </details>
      )}
      {busy && (
        <Progress mt="md" value={100} animated aria-label={`Storing ${counted(coming, 'token')}`} w={320} />
      )}
      <Group mt="md">
        <Button onClick={() => void bring()} loading={busy} disabled={coming === 0}>
          Import {counted(coming, 'token')}
        </Button>
        <Text size="sm" c="dimmed">
          Stored as one change; one undo reverts all of it.
        </Text>
      </Group>
    </section>
  );
}

/** A path that can be given another name: a click, and Enter or leaving it keeps what was typed; Escape does not. */
function PathName({ path, onRename }: { path: string; onRename: (name: string) => void }) {
  const [text, setText] = useState<string | null>(null);
  if (text === null)
    return (
      <UnstyledButton className={classes.name} title="Rename" onClick={() => setText(path)}>
        {path}
      </UnstyledButton>
    );
  const keep = () => {
    if (text.trim() !== '' && text.trim() !== path) onRename(text.trim());
    setText(null);
  };
  return (
    <TextInput
      size="xs"
      aria-label={`Name of ${path}`}
      autoFocus
      value={text}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === 'Enter') keep();
        if (event.key === 'Escape') setText(null);
      }}
    />
  );
}

function Value({ row, text }: { row: ReviewRow; text: string }) {
  if (text === '') return null;
  return (
    <span className={classes.value}>
      {row.type === 'color' && !text.startsWith('{') && <i style={{ background: text }} data-specimen />}
      {text.length > 60 ? `${text.slice(0, 60)}…` : text}
    </span>
  );
}
