'use client';

import { counted } from '@/core/base/words';
import { Button, Checkbox, Group, SegmentedControl, Select, Text, TextInput, Progress } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { GatherFile, ReviewRow } from '@/editing/intake/queries/intake-review';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import classes from './intake.module.css';

const WORDS = { clashing: 'clashing', changed: 'changed', new: 'new', same: 'the same' } as const;

/** What would come in, before anything changes: new, changed, clashing, the same; and what to do where two differ. */
export function Review({ files, title, onDone }: { files: GatherFile[]; title: string; onDone: () => void }) {
  const library = useLibrary();
  const router = useRouter();
  const { run } = useCommand();
  const [strip, setStrip] = useState('');
  const [into, setInto] = useState('');
  const [decisions, setDecisions] = useState<Record<string, ReviewRow['decision']>>({});
  const [show, setShow] = useState<string>('all');
  const [busy, setBusy] = useState(false);
  const input = { files, strip, into: into.trim(), decisions };
  const view = useDocumentQuery('intakeReview', input);
  if (!view) return <Text size="sm">Comparing with the library …</Text>;
  const rows = view.rows.filter((row) => show === 'all' || row.state === show);
  const coming = view.rows.filter((row) => row.state !== 'same' && row.decision !== 'mine').length;
  const notes = view.findings.filter((finding) => finding.code === 'not-carried');
  const errors = view.findings.filter((finding) => finding.level === 'error');
  const bring = async () => {
    setBusy(true);
    const stored = await run('importTokens', input);
    setBusy(false);
    if (!stored) return;
    notifications.show({ message: 'Imported. One undo reverts all of it.' });
    onDone();
    router.push(`/libraries/${library.slug}/tokens`);
  };
  return (
    <section>
      <h2 className={classes.title}>{title}</h2>
      <Group gap="md" mb="sm" align="end">
        <SegmentedControl
          aria-label="Show"
          value={show}
          onChange={setShow}
          data={[
            { value: 'all', label: `All ${view.readable}` },
            ...(['clashing', 'changed', 'new', 'same'] as const)
              .filter((state) => view.counts[state] > 0)
              .map((state) => ({ value: state, label: `${view.counts[state]} ${WORDS[state]}` })),
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
        {view.counts.changed + view.counts.clashing > 0 && (
          <Select
            label="Where values differ"
            placeholder="Decide one by one"
            w={200}
            data={[
              { value: 'mine', label: 'Keep library’s everywhere' },
              { value: 'theirs', label: 'Use imported file’s everywhere' },
              { value: 'both', label: 'Keep both, rename imported' },
            ]}
            onChange={(value) =>
              value &&
              setDecisions(
                Object.fromEntries(
                  view.rows
                    .filter((row) => row.state === 'changed' || row.state === 'clashing')
                    .map((row) => [row.path, value as ReviewRow['decision']]),
                ),
              )
            }
          />
        )}
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
            {rows.slice(0, 300).map((row) => (
              <tr key={row.path}>
                <td className="path">
                  {row.path}
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
                      onChange={() =>
                        setDecisions((old) => ({
                          ...old,
                          [row.path]: row.decision === 'mine' ? 'theirs' : 'mine',
                        }))
                      }
                    />
                  ) : row.state === 'same' ? (
                    'No change'
                  ) : (
                    <Group gap="xs">
                      <SegmentedControl
                        aria-label={`What to do with ${row.path}`}
                        value={row.decision}
                        onChange={(value) =>
                          setDecisions((old) => ({ ...old, [row.path]: value as ReviewRow['decision'] }))
                        }
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
        {rows.length > 300 && (
          <Text size="sm" p="xs">
            and {rows.length - 300} more
          </Text>
        )}
      </div>
      {notes.length > 0 && (
        <details className={classes.errors}>
          <summary>{notes.length} values cannot be carried as tokens and are left out</summary>
          <ul>
            {notes.slice(0, 80).map((finding, i) => (
              <li key={i}>
                {finding.at?.file?.replace(/^.*\//, '')}
                {finding.at?.line ? `:${finding.at.line}` : ''} {finding.message}
              </li>
            ))}
          </ul>
        </details>
      )}
      {busy && <Progress mt="md" value={100} animated aria-label={`Storing ${coming} tokens`} w={320} />}
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

function Value({ row, text }: { row: ReviewRow; text: string }) {
  if (text === '') return null;
  return (
    <span className={classes.value}>
      {row.type === 'color' && !text.startsWith('{') && <i style={{ background: text }} data-specimen />}
      {text.length > 60 ? `${text.slice(0, 60)}…` : text}
    </span>
  );
}
