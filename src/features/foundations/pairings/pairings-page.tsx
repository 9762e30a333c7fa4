'use client';

import { useOneTabStop } from '@/ui/one-tab-stop';
import { EmptyState } from '@/ui/empty-state';
import { FirstTokens } from '@/features/session/library-link';
import {
  Button,
  CloseButton,
  Group,
  NumberInput,
  SegmentedControl,
  Stack,
  Switch,
  Text,
} from '@mantine/core';
import { useState } from 'react';
import { contextText } from '@/core/tokens/system';
import type { PairCell } from '@/editing/foundations/queries/pairing-grid';
import type { Solution, Solutions } from '@/core/tokens/solutions';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLens, useQuery } from '@/ui/frame/lens';
import { CsvButton } from '@/features/tokens/csv-button';
import { StagePage } from '@/features/session/page-bar';
import { SAMPLE } from '@/ui/specimen/swatch';
import classes from './pairings.module.css';

/** Texts on surfaces as real letters on real grounds, worst first; where one fails, colours that would pass. */
export function PairingsPage() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const [query, setQuery] = useQuery();
  const all = query.get('all') !== null;
  const through = query.get('through') === 'lens';
  const view = useDocumentQuery('pairingGrid', { all, lens: through ? lens : null });
  const [chosen, setChosen] = useState<{ text: string; surface: string } | null>(null);
  const stop = useOneTabStop<HTMLDivElement>('button');
  if (!view) return <StagePage>{null}</StagePage>;
  const cell = chosen
    ? (view.cells[view.texts.indexOf(chosen.text)]?.[view.surfaces.indexOf(chosen.surface)] ?? null)
    : null;
  return (
    <StagePage tools={<CsvButton view="pairingsCsv" input={{}} file={`${library.slug}-pairings.csv`} />}>
      {view.texts.length > 0 && (
        <Group mb="md" gap="lg">
          <Text size="sm">
            {view.counts.declared} declared, {view.counts.inferred} more inferred from component rules;{' '}
            <b style={{ color: view.counts.failing > 0 ? 'var(--bad)' : 'var(--good)' }}>
              {view.counts.failing === 0
                ? `all ${view.counts.declared + view.counts.inferred} pass`
                : `${view.counts.failing} fail`}
            </b>
          </Text>
          <SegmentedControl
            aria-label="Contexts"
            value={through ? 'lens' : ''}
            onChange={(value) => setQuery({ through: value })}
            data={[
              { value: '', label: 'Worst context' },
              { value: 'lens', label: 'Current lens' },
            ]}
          />
          <Switch
            size="xs"
            checked={all}
            label="Show unpaired colours"
            onChange={(event) => setQuery({ all: event.currentTarget.checked ? 'yes' : null })}
          />
        </Group>
      )}
      {view.texts.length === 0 ? (
        <EmptyState
          title="No pairings yet."
          actions={
            library.counts.tokens === 0 ? (
              library.canEdit && <FirstTokens />
            ) : (
              <Button onClick={() => setQuery({ all: 'yes' })}>Show unpaired colours</Button>
            )
          }
        >
          A pairing states which text colour is meant for which surface and the contrast it needs. Show
          unpaired colours and select a cell to declare one.
        </EmptyState>
      ) : (
        <div className={classes.page}>
          <div className={classes.scroll} role="region" aria-label="Grid of pairings" {...stop}>
            <table className={classes.grid}>
              <thead>
                <tr>
                  <td />
                  {view.surfaces.map((surface) => (
                    <th key={surface} scope="col" title={surface}>
                      <span>{short(surface)}</span>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {view.texts.map((text, t) => (
                  <tr key={text}>
                    <th scope="row" title={text}>
                      {short(text)}
                    </th>
                    {view.surfaces.map((surface, s) => {
                      const one = view.cells[t]![s]!;
                      return (
                        <td key={surface}>
                          {one && (
                            <button
                              className={classes.cell}
                              data-known={one.needs !== undefined || undefined}
                              data-fails={one.passes === false || undefined}
                              aria-pressed={chosen?.text === text && chosen.surface === surface}
                              aria-label={`${text} on ${surface}: ${one.ratio}${one.needs === undefined ? '' : one.passes ? `, passes ${one.needs}` : `, needs ${one.needs}`}`}
                              onClick={() => setChosen({ text, surface })}
                            >
                              {/* Written by the style sheet: a sample is no part of what the cell is called. */}
                              <span
                                style={{ color: one.textCss, background: one.surfaceCss }}
                                data-specimen
                                data-sample={SAMPLE}
                              />
                              <em>{one.ratio}</em>
                            </button>
                          )}
                        </td>
                      );
                    })}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <aside className={classes.side}>
            {chosen && cell ? (
              <Chosen
                key={`${chosen.text} ${chosen.surface}`}
                {...chosen}
                cell={cell}
                canEdit={library.canEdit}
                close={() => setChosen(null)}
              />
            ) : (
              <>
                <h2 className={classes.title}>Worst first</h2>
                <ol className={classes.worst}>
                  {view.worst.slice(0, 40).map((one) => (
                    <li key={`${one.text} ${one.surface}`}>
                      <button
                        onClick={() => setChosen({ text: one.text, surface: one.surface })}
                        data-fails={one.passes === false || undefined}
                      >
                        <span
                          className={classes.letters}
                          style={{ color: one.textCss, background: one.surfaceCss }}
                          data-specimen
                        >
                          {SAMPLE}
                        </span>
                        <span>
                          {one.text}
                          <br />
                          <small>on {one.surface}</small>
                        </span>
                        <b>
                          {one.ratio} <small>of {one.needs}</small>
                        </b>
                      </button>
                    </li>
                  ))}
                </ol>
              </>
            )}
          </aside>
        </div>
      )}
    </StagePage>
  );
}

const short = (path: string) => path.replace(/^colou?r\./, '');

function Chosen({
  text,
  surface,
  cell,
  canEdit,
  close,
}: {
  text: string;
  surface: string;
  cell: PairCell;
  canEdit: boolean;
  close: () => void;
}) {
  const { run } = useCommand();
  const solutions = useDocumentQuery('pairingSolutions', { text, surface, context: cell.context });
  const [needs, setNeeds] = useState<number>(cell.needs ?? 4.5);
  const use = (path: string, side: Solutions, solution: Solution) => {
    const text = (one: { token: string | undefined; css: string }) =>
      one.token ? `{${one.token}}` : one.css;
    const also = solution.also.map((one) => ({ when: one.when, text: text(one) }));
    void run('setUnder', { path, when: side.when, text: text(solution), also });
  };
  return (
    <Stack gap="sm">
      <Group justify="space-between" wrap="nowrap" align="start">
        <h2 className={classes.title} style={{ overflowWrap: 'anywhere' }}>
          {text} on {surface}
        </h2>
        <CloseButton aria-label="Back to list" onClick={close} />
      </Group>
      <div className={classes.big} style={{ color: cell.textCss, background: cell.surfaceCss }} data-specimen>
        <span style={{ fontSize: 26, fontWeight: 600 }}>Ferries leave at 06:40</span>
        <span>Ferries leave from the north quay at 06:40 and 18:15.</span>
        <small>Ferries leave from the north quay</small>
      </div>
      <Text size="sm">
        <b style={{ color: cell.passes === false ? 'var(--bad)' : undefined }}>{cell.ratio}</b>
        {cell.needs === undefined
          ? ''
          : cell.passes
            ? ` of the ${cell.needs} it needs`
            : `, and needs ${cell.needs}`}
        {cell.under ? `; lowest under ${cell.under}` : ''}.{' '}
        {cell.inferred.length > 0 ? `Rules of ${cell.inferred.join(', ')} make it.` : ''}
      </Text>
      {canEdit && (
        <Group gap="xs" align="end">
          <NumberInput
            label="Required contrast"
            size="xs"
            w={120}
            min={1}
            max={21}
            step={0.5}
            value={needs}
            onChange={(value) => setNeeds(Number(value))}
          />
          {[3, 4.5, 7].map((value) => (
            <Button key={value} variant="default" onClick={() => setNeeds(value)}>
              {value}
            </Button>
          ))}
          <Button
            onClick={() => void run('pair', { pairs: [{ text, surface }], needs })}
            disabled={cell.declared && needs === cell.needs}
          >
            {cell.declared ? 'Save' : 'Declare pairing'}
          </Button>
          {cell.declared && (
            <Button variant="default" onClick={() => void run('unpair', { text, surface })}>
              Remove pairing
            </Button>
          )}
        </Group>
      )}
      {cell.passes === false && solutions && (
        <>
          <Side
            title="Change text colour"
            path={text}
            side={solutions.text}
            backdrop={cell.surfaceCss}
            asText
            canEdit={canEdit}
            use={use}
          />
          <Side
            title="Change surface colour"
            path={surface}
            side={solutions.surface}
            backdrop={cell.textCss}
            asText={false}
            canEdit={canEdit}
            use={use}
          />
        </>
      )}
    </Stack>
  );
}

function Side({
  title,
  path,
  side,
  backdrop,
  asText,
  canEdit,
  use,
}: {
  title: string;
  path: string;
  side: Solutions;
  backdrop: string;
  asText: boolean;
  canEdit: boolean;
  use: (path: string, side: Solutions, solution: Solution) => void;
}) {
  const offers = [side.step, side.raw].filter((one): one is Solution => one !== undefined);
  return (
    <div>
      <Text size="sm" fw={600}>
        {title}
      </Text>
      {offers.length === 0 && (
        <Text size="sm" c="dimmed">
          {side.why ?? `Nothing to offer: ${path} has no colour under this context.`}
        </Text>
      )}
      {offers.map((one) => (
        <Group key={one.token ?? one.css} gap="sm" py={3} wrap="nowrap">
          <span
            className={classes.letters}
            style={
              asText ? { color: one.css, background: backdrop } : { color: backdrop, background: one.css }
            }
            data-specimen
          >
            {SAMPLE}
          </span>
          <Text size="xs" ff="monospace" style={{ flex: 1, overflowWrap: 'anywhere' }}>
            {one.token ?? one.css}{' '}
            <Text span size="xs" c="dimmed">
              {one.token ? one.css : 'nearest in hue'}, CIEDE2000 {one.difference.toFixed(1)}
              {one.also.length > 0 &&
                `; also set under ${one.also.map(({ when }) => contextText(when) || 'every context').join(', ')}`}
            </Text>
          </Text>
          {canEdit && (
            <Button size="compact-xs" variant="default" onClick={() => use(path, side, one)}>
              Use
            </Button>
          )}
        </Group>
      ))}
    </div>
  );
}
