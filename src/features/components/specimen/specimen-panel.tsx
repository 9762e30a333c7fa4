'use client';

import { Button, Checkbox, Group, NumberInput, Select, Switch, Text, TextInput } from '@mantine/core';
import { useState } from 'react';
import { LOOK_PROPERTIES } from '@/core/components/code/code';
import { GUARDED } from '../checks/guards-panel';
import { isInteractionState } from '@/core/components/held-states';
import type { MeasuredPart } from '@/core/components/measured';
import { CONTRAST_PROPERTIES } from '@/core/components/measured-contrast';
import type { ProofView } from '@/editing/components/queries/proof';
import type { SpecimenView } from '@/editing/components/queries/specimen';
import { useWork } from '@/features/session/work';
import { useLibrary } from '@/features/session/library-shell';
import { useQuery } from '@/ui/frame/lens';
import { BesideFrames } from '@/ui/specimen/beside';
import { GridSelect, useGrid } from '@/ui/specimen/grid-select';
import { PreviewWidths } from './preview-widths';
import { useSpecimenState } from './specimen-state';
import { ContentSelect } from './content-select';
import { ContrastRows } from './contrast-rows';
import classes from '../components.module.css';

/** What a frame tells of every part: for its code, for what guards promise, and for contrasts that rules do not tell. */
const MEASURED = [...new Set([...LOOK_PROPERTIES, ...GUARDED, ...CONTRAST_PROPERTIES])];
export const PLAIN_GROUNDS = [
  { value: '#ffffff', label: 'White' },
  { value: '#000000', label: 'Black' },
];
/** As wide a drawing has room; what is wider is shrunk to it. */
const ROOM = 600;

/** The live specimen, with everything that can be turned on it. */
export function SpecimenPanel({
  view,
  lens,
  drawn,
  backdrop,
  boxes,
  setBoxes,
  chosen,
  choose,
  playing,
  replay,
  say,
}: {
  view: ProofView;
  lens: Record<string, string>;
  drawn: SpecimenView;
  backdrop: string;
  boxes: MeasuredPart[];
  setBoxes: (boxes: MeasuredPart[]) => void;
  chosen: number | null;
  choose: (at: number) => void;
  /** Counts up each time its behaviour is played; null: it stands still. */
  playing: number | null;
  replay: () => void;
  say: (text: string) => void;
}) {
  const library = useLibrary();
  const [query, setQuery] = useQuery();
  const [state, setState] = useSpecimenState();
  const grid = useGrid(view.grids);
  const { me } = useWork();
  const { widths } = me.workspace;
  const [changing, setChanging] = useState(false);
  const measured = [...new Set([...MEASURED, ...view.guards.map(({ property }) => property)])];
  /** Sizes of text as they are at the usual size, to tell what does not grow. */
  const [usual, setUsual] = useState<Record<string, string>>({});
  const sizes = (all: MeasuredPart[]) =>
    Object.fromEntries(
      all.filter(({ text }) => text).map(({ part, style }) => [part, style['font-size'] ?? '']),
    );
  const fixed =
    state.textSize === 1
      ? []
      : Object.entries(sizes(boxes)).flatMap(([part, size]) => (size && usual[part] === size ? [part] : []));
  const shown = {
    html: drawn.html,
    css: view.css,
    backdrop,
    padding: 28,
    trace: view.trace,
    grid,
    dir: state.dir,
    textSize: state.textSize,
    measure: measured,
    chosen,
    behaviours: playing === null ? undefined : view.played,
    script: (state.script && view.script) || undefined,
    stopScript: () => setState({ script: false }),
    play: playing ?? undefined,
    replay: playing === null ? undefined : replay,
    onSaid: say,
    onMeasured: (all: MeasuredPart[]) => {
      setBoxes(all);
      if (state.textSize === 1) setUsual(sizes(all));
    },
    onPick: ({ part }: { part?: number }) => part !== undefined && choose(part),
  };
  return (
    <section className={classes.sheet} aria-label="Specimen">
      <header>
        <h2>Specimen</h2>
        <GridSelect grids={view.grids} />
        <Select
          aria-label="Backdrop"
          w={200}
          allowDeselect={false}
          value={query.get('backdrop') ?? view.backdrops[0]?.name ?? '#ffffff'}
          onChange={(value) => setQuery({ backdrop: value })}
          data={[...view.backdrops.map((one) => one.name), ...PLAIN_GROUNDS]}
        />
      </header>
      <Combination view={view} drawn={drawn} />
      {state.width === 'several' ? (
        <div className={classes.widths}>
          {widths.map((width, i) => (
            <div key={width}>
              <small>{width} px</small>
              <BesideFrames
                {...shown}
                axes={library.axes}
                title={`Specimen of ${view.name}, ${width} px`}
                width={width}
                scale={Math.min(1, ROOM / width)}
                {...(i > 0 && { measure: undefined, onMeasured: undefined, onSaid: undefined })}
              />
            </div>
          ))}
        </div>
      ) : (
        <BesideFrames
          {...shown}
          axes={library.axes}
          title={`Specimen of ${view.name}`}
          width={state.width ?? undefined}
        />
      )}
      {fixed.length > 0 && (
        <Text size="sm" px={14} py={6} role="status" data-testid="fixed-text">
          Does not grow with the reader’s text size (set in px): {fixed.join(', ')}.
        </Text>
      )}
      {drawn.excluded && (
        <Text size="sm" px={14} py={6} role="status" c="var(--bad)">
          This combination is excluded: {drawn.excluded}.
        </Text>
      )}
      <Group className={classes.turns} gap="sm">
        <Select
          aria-label="Width"
          w={130}
          allowDeselect={false}
          value={
            typeof state.width !== 'number' || widths.includes(state.width)
              ? String(state.width ?? '')
              : 'own'
          }
          data={[
            { value: '', label: 'Auto' },
            { value: 'several', label: 'All preview widths' },
            ...widths.map((width) => ({ value: String(width), label: `${width} px` })),
            { value: 'own', label: 'Custom …' },
            ...(me.person.administrator ? [{ value: 'change', label: 'Edit preview widths …' }] : []),
          ]}
          onChange={(value) => {
            if (value === 'change') return setChanging(true);
            setState({
              width:
                value === 'several' ? value : value === '' ? null : value === 'own' ? 560 : Number(value),
            });
          }}
        />
        {changing && <PreviewWidths close={() => setChanging(false)} />}
        {typeof state.width === 'number' && (
          <NumberInput
            aria-label="Width in px"
            w={90}
            min={100}
            max={4000}
            step={20}
            value={state.width}
            onChange={(value) => typeof value === 'number' && value >= 100 && setState({ width: value })}
          />
        )}
        <ContentSelect
          aria-label="Content"
          w={150}
          tables={drawn.tables}
          value={state.contents}
          change={(contents) => setState({ contents })}
          more={
            view.canEdit
              ? [{ value: 'edit', label: 'Edit data …', act: () => setQuery({ side: 'data' }) }]
              : undefined
          }
        />
        <Switch
          label="Right to left"
          checked={state.dir === 'rtl'}
          onChange={(event) => setState({ dir: event.currentTarget.checked ? 'rtl' : 'ltr' })}
        />
        <Switch
          label="Text at 200 %"
          checked={state.textSize === 2}
          onChange={(event) => setState({ textSize: event.currentTarget.checked ? 2 : 1 })}
        />
        {view.script && (
          <Switch
            label="Run script"
            checked={state.script}
            onChange={(event) => setState({ script: event.currentTarget.checked })}
          />
        )}
      </Group>
      <ContrastRows view={view} drawn={drawn} lens={lens} boxes={boxes} />
    </section>
  );
}

/** One control for each prop, and the states forced. */
function Combination({ view, drawn }: { view: ProofView; drawn: SpecimenView }) {
  const [state, setState] = useSpecimenState();
  const set = (name: string, value: string, standard: string) => {
    const { [name]: _, ...rest } = state.props;
    setState({ props: value === standard ? rest : { ...rest, [name]: value } });
  };
  const changed = Object.keys(state.props).length > 0 || state.states.length > 0;
  return (
    <Group className={classes.turns} gap="sm" align="end">
      {view.props.map((prop) => {
        const value = drawn.props[prop.name] ?? '';
        if (prop.kind === 'choice')
          return (
            <Select
              key={prop.id}
              label={prop.name}
              w={118}
              allowDeselect={false}
              value={value}
              data={prop.values}
              onChange={(next) => set(prop.name, next ?? prop.default, prop.default)}
            />
          );
        if (prop.kind === 'flag')
          return (
            <Checkbox
              key={prop.id}
              label={prop.name}
              mb={8}
              checked={value === 'true'}
              onChange={(event) => set(prop.name, event.currentTarget.checked ? 'true' : '', prop.default)}
            />
          );
        if (prop.kind === 'text')
          return (
            <TextInput
              key={prop.id}
              label={prop.name}
              w={150}
              value={state.props[prop.name] ?? prop.default}
              onChange={(event) => set(prop.name, event.currentTarget.value, prop.default)}
            />
          );
        return null;
      })}
      <Select
        label="State"
        w={140}
        allowDeselect={false}
        value={state.states.join('+')}
        data={[
          { value: '', label: 'rest' },
          { value: 'hover+focus-visible', label: 'hover, focus-visible' },
          ...view.states.map((name) => ({ value: name, label: name })),
        ]}
        onChange={(value) => setState({ states: (value ?? '').split('+').filter(Boolean) })}
      />
      {view.parts.length > 1 && state.states.some(isInteractionState) && (
        <Select
          label="State on part"
          w={130}
          allowDeselect={false}
          value={state.stateOn ?? 'root'}
          data={view.parts.map((part) => part.name)}
          onChange={(part) => setState({ stateOn: part === null || part === 'root' ? undefined : part })}
        />
      )}
      {changed && (
        <Button
          variant="subtle"
          size="compact-sm"
          mb={5}
          onClick={() => setState({ props: {}, states: [], stateOn: undefined })}
        >
          Reset to defaults
        </Button>
      )}
    </Group>
  );
}
