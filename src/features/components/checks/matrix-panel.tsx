'use client';

import { counted } from '@/core/base/words';
import { Button, Group, Progress, Select, Switch, Text } from '@mantine/core';
import { useDeferredValue, useMemo, useState } from 'react';
import { renderSheet } from '@/core/components/matrix-sheet';
import type { MeasuredPart } from '@/core/components/measured';
import { contextAttributes } from '@/core/products/screen';
import { CONTRAST_PROPERTIES } from '@/core/components/measured-contrast';
import type { ProofView } from '@/editing/components/queries/proof';
import { useLongView, useDocumentQuery } from '@/features/session/document';
import { useQuery } from '@/ui/frame/lens';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { Sums } from '../rules/rule-editing';
import { useSpecimenState } from '../specimen/specimen-state';
import { TouchSizes } from './touch-sizes';
import classes from '../components.module.css';

const FIRST = 48;
/** In the address, of a matrix that one wants in no rows: what is left out there has the usual ones. */
const UNGROUPED = 'none';
const STEP = 240;

/** Every combination, counted, grouped and drawn, failing ones first; picking one turns the specimen to it. */
export function MatrixPanel({
  view,
  lens,
  backdrop,
}: {
  view: ProofView;
  lens: Record<string, string>;
  backdrop: string;
}) {
  const [query, setQuery] = useQuery();
  const [{ contents }, setState] = useSpecimenState();
  const [most, setMost] = useState(FIRST);
  const [boxes, setBoxes] = useState<MeasuredPart[]>([]);
  // Unless one chooses otherwise: the first prop down, states across.
  const [first] = view.props.filter(({ kind }) => kind === 'choice');
  const usual = first && view.states.length > 0 ? [first.name, 'state'] : [];
  const by = query.has('by')
    ? query
        .get('by')!
        .split(',')
        .filter((axis) => axis !== UNGROUPED)
    : usual;
  const surface = query.get('backdrop') ?? undefined;
  const only = query.get('cells') === 'failing' ? ('failing' as const) : undefined;
  const { answer: found, done } = useLongView('matrix', {
    name: view.name,
    lens,
    by,
    most,
    ...(surface && { surface }),
    ...(only && { only }),
    ...(contents !== 'default' && { contents }),
  });
  const answer = useDeferredValue(found);
  const cells = useMemo(() => answer?.groups.flatMap((group) => group.cells) ?? [], [answer]);
  const asked = useMemo(
    () =>
      cells.flatMap((cell, i) =>
        cell.checks.flatMap(({ part, kind, ratio, needs }) =>
          ratio === null && needs !== null ? [{ cell: String(i), part, kind }] : [],
        ),
      ),
    [cells],
  );
  const seen = useDocumentQuery('drawnChecks', {
    name: view.name,
    lens,
    ...(surface && { surface }),
    asked,
    boxes: asked.length > 0 ? boxes : NO_BOXES,
  });
  const weak = useMemo(
    () =>
      new Set((seen ?? []).flatMap(({ cell, passes }) => (passes || cell === null ? [] : [Number(cell)]))),
    [seen],
  );
  const html = useMemo(() => (answer ? renderSheet(answer.groups, weak) : ''), [answer, weak]);
  if (!answer)
    return (
      <section className={classes.sheet} aria-label="Matrix">
        <header>
          <h2>Matrix</h2>
        </header>
        <Looking done={done} />
      </section>
    );
  const { counts } = answer;
  const shown = cells.length;
  const there = answer.groups.reduce((sum, group) => sum + group.of, 0);
  return (
    <section className={classes.sheet} aria-label="Matrix">
      <header>
        <h2>Matrix</h2>
        <Text size="sm" data-testid="matrix-counts">
          {counted(counts.combinations, 'combination')} from {counted(counts.rules, 'rule')}, under{' '}
          {counts.contexts} contexts:{' '}
          {counts.failing > 0 ? (
            <b className={classes.failing}>{counts.failing} fail</b>
          ) : counts.unknown === 0 ? (
            counts.checked === 0 ? (
              'no contrast to check'
            ) : (
              `all pass, ${counted(counts.checked, 'contrast')} checked`
            )
          ) : (
            'no failures known from rules'
          )}
          {counts.unknown > 0 && `, ${counts.unknown} to be measured`}
        </Text>
      </header>
      <Looking done={done} />
      {(counts.sampled || counts.excluded > 0 || counts.unknown > 0) && (
        <div className={classes.sums}>
          {counts.sampled && (
            <div role="status">
              There are {counts.size.toLocaleString('en-GB')} combinations;{' '}
              {counts.combinations.toLocaleString('en-GB')} of them, evenly sampled, are checked.
            </div>
          )}
          {counts.excluded > 0 && <div>{counts.excluded} more are excluded.</div>}
          {counts.unknown > 0 && (
            <div data-testid="measured">
              {answer.kept.length > 0 && `Passed-through CSS affects ${answer.kept.join('; ')}. `}
              {measuredText(asked, seen ?? [], weak.size)}
            </div>
          )}
        </div>
      )}
      <TouchSizes view={view} lens={lens} />
      <Sums sums={answer.sums} />
      <Group className={classes.turns} gap="sm">
        {(['Rows', 'Columns'] as const).map((label, i) => (
          <Select
            key={label}
            label={label}
            w={150}
            clearable
            disabled={i === 1 && by.length === 0}
            data={answer.axes.filter((axis) => axis !== by[1 - i])}
            value={by[i] ?? null}
            onChange={(value) => {
              const next = [...by];
              if (value === null) next.splice(i);
              else next[i] = value;
              setQuery({ by: next.join(',') || UNGROUPED });
            }}
          />
        ))}
        <Switch
          label="Failures only"
          checked={only !== undefined}
          onChange={(event) => setQuery({ cells: event.currentTarget.checked ? 'failing' : null })}
        />
      </Group>
      {shown === 0 ? (
        <Text size="sm" p={14}>
          {only ? 'No combination fails.' : 'The component has no props or states to combine.'}
        </Text>
      ) : (
        <PreviewFrame
          title={`Matrix of ${view.name}`}
          html={html}
          css={`
            ${view.css}${SHEET}:root {
              --sp-cell: ${cellWidth(view, shown)};
            }
          `}
          attributes={contextAttributes(lens)}
          backdrop={backdrop}
          padding={12}
          trace={view.trace}
          measure={asked.length > 0 ? CONTRAST_PROPERTIES : NOTHING}
          onMeasured={setBoxes}
          onPick={({ cell }) => {
            const one = cell === undefined ? undefined : cells[Number(cell)];
            if (!one) return;
            const standard = new Map(view.props.map((prop) => [prop.name, prop.default]));
            setState({
              props: Object.fromEntries(
                Object.entries(one.props).filter(([name, value]) => standard.get(name) !== value),
              ),
              states: one.states,
              stateOn: undefined,
            });
            document.querySelector('[aria-label="Specimen"]')?.scrollIntoView({ block: 'nearest' });
          }}
        />
      )}
      {shown < there && (
        <Group p="xs" gap="xs">
          <Button variant="default" onClick={() => setMost((now) => now + STEP)}>
            Show more
          </Button>
          <Text size="sm" c="dimmed">
            {shown} of {there} drawn
          </Text>
        </Group>
      )}
    </section>
  );
}

/** What holds other components needs room for them. */
const cellWidth = (view: ProofView, shown: number): string =>
  shown === 1 ? '100%' : view.props.some(({ holds }) => holds.some(({ icon }) => !icon)) ? '340px' : '190px';

/** How much of a long answer is there; a short one is not worth saying. */
function Looking({ done }: { done: number | null }) {
  if (done === null) return null;
  const percent = Math.round(done * 100);
  return (
    <div className={classes.looking}>
      <Progress value={percent} size="xs" aria-label="Combinations checked" />
      <Text size="xs" c="dimmed">
        {percent} % of the combinations checked
      </Text>
    </div>
  );
}

const NOTHING: readonly string[] = [];
const NO_BOXES: MeasuredPart[] = [];

/** What measuring the cells drawn has shown, of those that their rules do not tell. */
function measuredText(
  asked: readonly { cell: string }[],
  seen: readonly { cell: string | null; ratio: string | null }[],
  weak: number,
): string {
  const drawn = new Set(asked.map(({ cell }) => cell)).size;
  if (drawn === 0) return 'None of them is drawn in the part of the matrix shown.';
  const told = new Set(seen.flatMap(({ cell, ratio }) => (ratio === null ? [] : [cell]))).size;
  const open = drawn - told;
  return (
    `Of those drawn here ${told} ${told === 1 ? 'was' : 'were'} measured through this lens: ` +
    (weak === 0 ? 'all pass.' : `${weak} ${weak === 1 ? 'is' : 'are'} too weak.`) +
    (open > 0 ? ` Of ${open} more something else than a plain colour lies below: look at them.` : '')
  );
}

const SHEET =
  '.sp-table{border-collapse:collapse;width:max-content}.sp-table th{font:600 12px/1.3 Archivo Variable,system-ui,sans-serif;text-align:start;padding:6px 10px 6px 0;vertical-align:top;white-space:nowrap}.sp-table td{padding:6px 14px 10px 0;vertical-align:top;min-width:150px}.sp-table th,.sp-cell>button,.sp-cell>small,.sp-sheet h3{color:#333;background:#fff}.sp-table th{background:none;color:var(--color-text-default,#222)}.sp-table .sp-cell{max-width:260px}.sp-cell+.sp-cell{margin-top:12px}.sp-sheet .sp-cell+.sp-cell{margin-top:0}.sp-cell>small{display:block;width:fit-content;font:600 11px/1.3 Archivo Variable,system-ui,sans-serif;color:#8f3222;padding:0 3px}.sp-sheet{display:grid;grid-template-columns:repeat(auto-fill,minmax(min(100%,var(--sp-cell)),1fr));gap:14px 12px;align-items:end}.sp-sheet h3{grid-column:1/-1;margin:8px 0 0;font:600 12px/1.3 Archivo Variable,system-ui,sans-serif;width:fit-content;padding:0 3px}.sp-cell{cursor:pointer;min-width:0}.sp-cell>button{all:unset;cursor:pointer;display:block;font:11px/1.3 Archivo Variable,system-ui,sans-serif;margin-top:5px;padding:0 3px}.sp-cell>button:focus-visible{outline:2px solid currentColor;outline-offset:2px}.sp-fails{outline:2px dashed #c4614f;outline-offset:3px}.sp-open{outline:1px dotted #777;outline-offset:3px}';
