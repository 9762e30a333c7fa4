'use client';

import { Button, Group, Text } from '@mantine/core';
import { useState } from 'react';
import { tableOf } from '@/core/components/contents';
import { counted, listed } from '@/core/base/words';
import type { DataTableView } from '@/editing/components/queries/data-tables';
import type { ProofView } from '@/editing/components/queries/proof';
import { useDocumentQuery } from '@/features/session/document';
import { Refused, useStore } from '@/features/session/refused';
import { useSpecimenState } from '../specimen/specimen-state';
import { DataDialog } from './data-dialog';
import classes from '../components.module.css';

/** As many rows of a table are shown; the rest is in the dialog. */
const SHOWN = 5;

/** Tables of data that stay with the component; each can fill its specimen, its matrix, a guide or a screen. */
export function DataPanel({ view }: { view: ProofView }) {
  const answer = useDocumentQuery('dataTables', { name: view.name });
  const { put, refusal } = useStore();
  const [editing, setEditing] = useState<DataTableView | 'new' | null>(null);
  const [{ contents }, setState] = useSpecimenState();
  return (
    <section className={classes.sheet} aria-label="Data">
      <header>
        <h2>Data</h2>
        {view.canEdit && (
          <Button size="compact-xs" variant="default" onClick={() => setEditing('new')}>
            Add data
          </Button>
        )}
      </header>
      <div className={classes.body}>
        {answer?.tables.length === 0 && (
          <Text size="sm">
            No data yet. Rows from a CSV or JSON file fill a slot or a part, to see the component with real
            content here, in guides and on screens.
          </Text>
        )}
        {answer?.tables.map((table) => {
          const shown = tableOf(contents) === table.name;
          return (
            <section key={table.id} className={classes.data} aria-label={`Data ${table.name}`}>
              <Group justify="space-between" wrap="nowrap" align="start" gap="xs">
                <div>
                  <h3>{table.name}</h3>
                  <Text size="xs" c="dimmed">
                    {counted(table.rows.length, 'row')}
                    {fillsText(table.fills)}
                  </Text>
                </div>
                <Group gap={4} wrap="nowrap">
                  <Button
                    size="compact-xs"
                    variant="subtle"
                    aria-label={`${shown ? 'Show default content, not' : 'Show specimen with'} ${table.name}`}
                    onClick={() => setState({ contents: shown ? 'default' : `data:${table.name}` })}
                  >
                    {shown ? 'Show default' : 'Show'}
                  </Button>
                  {view.canEdit && table.own && (
                    <>
                      <Button
                        size="compact-xs"
                        variant="subtle"
                        aria-label={`Edit data ${table.name}`}
                        onClick={() => setEditing(table)}
                      >
                        Edit
                      </Button>
                      <Button
                        size="compact-xs"
                        variant="subtle"
                        aria-label={`Remove data ${table.name}`}
                        onClick={() => void put('removeDataTable', { component: view.name, id: table.id })}
                      >
                        Remove
                      </Button>
                    </>
                  )}
                </Group>
              </Group>
              <Unfit table={table} />
              <div className={classes.dataRows}>
                <table className="rows">
                  <thead>
                    <tr>
                      {table.columns.map((column, i) => (
                        <th key={column} data-unused={table.sets[i] === null || undefined}>
                          {column}
                        </th>
                      ))}
                    </tr>
                  </thead>
                  <tbody>
                    {table.rows.slice(0, SHOWN).map((row, i) => (
                      <tr key={i}>
                        {row.map((cell, at) => (
                          <td key={at}>{cell}</td>
                        ))}
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
              {table.rows.length > SHOWN && (
                <Text size="xs" c="dimmed">
                  {counted(table.rows.length - SHOWN, 'more row')}
                </Text>
              )}
            </section>
          );
        })}
        <Refused refusal={refusal} />
      </div>
      {editing && answer && (
        <DataDialog
          component={view.name}
          table={editing === 'new' ? null : editing}
          fillable={answer.fillable}
          close={() => setEditing(null)}
          saved={(name) => setState({ contents: `data:${name}` })}
        />
      )}
    </section>
  );
}

const fillsText = (fills: string | null): string =>
  fills === null ? ', one component for each' : ` in ${fills}`;

/** What of a table is not drawn, and why. */
function Unfit({ table }: { table: DataTableView }) {
  const unused = table.columns.filter((_, i) => table.sets[i] === null);
  if (!table.fits)
    return (
      <Text size="xs" c="var(--bad)">
        There is no slot or part {table.fills} to fill. Edit the data and choose another.
      </Text>
    );
  return unused.length === 0 ? null : (
    <Text size="xs" c="dimmed">
      No prop is called {listed(unused)}.
    </Text>
  );
}
