'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import {
  Autocomplete,
  Button,
  Group,
  Menu,
  NumberInput,
  Select,
  Stack,
  Text,
  TextInput,
} from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { IconPlus } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useState, type ReactNode } from 'react';
import type { SpacingView } from '@/editing/foundations/queries/spacing';
import { gridOverlay, SIDES, type InsetSet, type LayoutGrid, type Length } from '@/core/tokens/spacing-sets';
import { useCommand, useDocumentQuery, type Refusal } from '@/features/session/document';
import { useTokenNames } from '@/features/session/token-names';
import { useLibrary } from '@/features/session/library-shell';
import { useLens, useLensLink } from '@/ui/frame/lens';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { StoreField } from '@/features/tokens/detail/store-field';
import { StagePage } from '@/features/session/page-bar';
import classes from './spacing.module.css';
import { INSET_FORMS, type InsetForm } from '@/editing/foundations/insets';

type Adding = 'inset' | 'gap' | 'grid' | null;

/** What sizes are for: the scale with its rhythm, insets and gaps drawn to measure, and layout grids at their widths. */
export function SpacingPage() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const link = useLensLink(library.axes);
  const view = useDocumentQuery('spacing', { lens });
  const [adding, setAdding] = useState<Adding>(null);
  if (!view) return <StagePage>{null}</StagePage>;
  return (
    <StagePage
      tools={
        library.canEdit && (
          <Menu position="bottom-end">
            <Menu.Target>
              <Button leftSection={<IconPlus size={14} />}>Add spacing …</Button>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Item onClick={() => setAdding('inset')}>Inset</Menu.Item>
              <Menu.Item onClick={() => setAdding('gap')}>Gap</Menu.Item>
              <Menu.Item onClick={() => setAdding('grid')}>Layout grid width</Menu.Item>
            </Menu.Dropdown>
          </Menu>
        )
      }
    >
      <div className={classes.page}>
        <section aria-label="Spaces">
          <h2>Spaces</h2>
          {view.spaces.length === 0 ? (
            <Text size="sm">
              None yet.{' '}
              <PageLink href={link(`/libraries/${library.slug}/scales?new=spacing`)}>Generate scale</PageLink>
              .
            </Text>
          ) : (
            <>
              <p className={classes.note}>
                All are multiples of {view.base}px
                {view.off.length > 0
                  ? `; ${view.off.length} off the rhythm of 4px`
                  : ', on the rhythm of 4px'}
                .
              </p>
              <ul className={classes.spaces} data-specimen>
                {view.spaces.map((space) => (
                  <li key={space.path} data-off={view.off.includes(space.path) || undefined}>
                    <Token path={space.path} />
                    <span>{space.px}px</span>
                    <i style={{ width: Math.min(220, space.px) }} />
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
        <div>
          <section aria-label="Insets">
            <h2>Insets</h2>
            <Empty of={view.insets}>
              No insets yet. An inset is the space between an edge and the content.
            </Empty>
            <div className={classes.insets}>
              {view.insets.map((inset) => (
                <Inset key={inset.path} inset={inset} />
              ))}
            </div>
          </section>
          <section aria-label="Gaps">
            <h2>Gaps</h2>
            <Empty of={view.gaps}>No gaps yet. A gap is the space between items side by side.</Empty>
            <div className={classes.gaps}>
              {view.gaps.map((gap) => (
                <div key={gap.path}>
                  <Token path={gap.path} />
                  <div className={classes.gap} style={{ gap: Math.min(120, gap.px) }} data-specimen>
                    <i />
                    <i />
                  </div>
                  <Size length={gap} />
                </div>
              ))}
            </div>
          </section>
          <section aria-label="Layout grids">
            <h2>Layout grids</h2>
            <Empty of={view.grids}>
              No layout grids yet. A layout grid sets columns, margin and gutter from a width upwards, and can
              be laid over every specimen and screen.
            </Empty>
            {view.grids.map((grid) => (
              <Grid key={grid.path} grid={grid} />
            ))}
          </section>
        </div>
      </div>
      {adding && <Add what={adding} view={view} close={() => setAdding(null)} />}
    </StagePage>
  );
}

function Empty({ of, children }: { of: readonly unknown[]; children: ReactNode }) {
  return of.length > 0 ? null : <p className={classes.note}>{children}</p>;
}

function Token({ path }: { path: string }) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  return (
    <PageLink className="path" href={link(`/libraries/${library.slug}/tokens/${encodeURIComponent(path)}`)}>
      {path}
    </PageLink>
  );
}

/** A size as written, which can be changed in its place; what it is shows beside it. */
function Size({ length, label = length.path }: { length: Length; label?: string }) {
  const library = useLibrary();
  const { store } = useCommand();
  const text = length.refersTo === undefined ? `${length.px}px` : `{${length.refersTo}}`;
  if (!library.canEdit) return <span className="path">{text}</span>;
  return (
    <StoreField
      aria-label={`Size of ${label}`}
      w={150}
      value={text}
      path={length.path}
      store={(next) => store('setUnder', { path: length.path, when: length.when, text: next })}
    />
  );
}

function Inset({ inset }: { inset: InsetSet }) {
  const shown = (px: number) => Math.min(72, px);
  const sizes = SIDES.map((side) => inset.sides[side]);
  const [top, end, bottom, start] = sizes as [Length, Length, Length, Length];
  const own = [...new Map(sizes.map((length) => [length.path, length])).values()].filter(
    ({ px, refersTo }) => px > 0 || refersTo !== undefined,
  );
  return (
    <article>
      <header>
        <b className="path">{inset.path}</b> <small>{inset.form}</small>
      </header>
      <div
        className={classes.box}
        data-specimen
        style={{
          paddingBlock: `${shown(top.px)}px ${shown(bottom.px)}px`,
          paddingInline: `${shown(start.px)}px ${shown(end.px)}px`,
        }}
      >
        <span>
          {sizes.every(({ px }) => px === top.px) ? `${top.px}` : sizes.map(({ px }) => px).join(' ')}
        </span>
      </div>
      {own.map((length) => (
        <div key={length.path} className={classes.side}>
          <span>{length.path === inset.path ? 'all sides' : length.path.slice(inset.path.length + 1)}</span>
          <Size length={length} />
        </div>
      ))}
    </article>
  );
}

const WIDTH = 760;

function Grid({ grid }: { grid: LayoutGrid }) {
  const { columns, css } = gridOverlay(grid);
  return (
    <article className={classes.grid}>
      <header>
        <b className="path">{grid.path}</b>
      </header>
      {grid.steps.map((step, i) => {
        const next = grid.steps[i + 1];
        const width = Math.max(step.from, 400);
        return (
          <figure key={step.path}>
            <figcaption>
              <span className="path">{step.name}</span> from {step.from}px
              {next ? ` to ${next.from}px` : ' on'}: {step.columns} columns, margin {step.margin}px, gutter{' '}
              {step.gutter}px
              <small> drawn at {width}px</small>
            </figcaption>
            <PreviewFrame
              title={`${grid.path} ${step.name}`}
              html={`<div class="layout-grid">${'<i></i>'.repeat(columns)}</div>`}
              css={`
                ${css} body {
                  height: 64px;
                }
                html {
                  position: relative;
                }
              `}
              attributes={{}}
              width={width}
              scale={Math.min(1, WIDTH / width)}
              backdrop="#fff"
            />
            <div className={classes.members}>
              {(['columns', 'margin', 'gutter'] as const).map((member) => (
                <Token key={member} path={`${step.path}.${member}`} />
              ))}
            </div>
          </figure>
        );
      })}
    </article>
  );
}

const STANDARD = { inset: 'inset.', gap: 'gap.', grid: 'grid' } as const;

function Add({
  what,
  view,
  close,
}: {
  what: 'inset' | 'gap' | 'grid';
  view: SpacingView;
  close: () => void;
}) {
  const { store } = useCommand();
  const [path, setPath] = useState<string>(
    what === 'grid' ? (view.grids[0]?.path ?? 'grid') : STANDARD[what],
  );
  const [form, setForm] = useState<InsetForm>('all sides');
  const first = view.spaces[Math.floor(view.spaces.length / 2)]?.path;
  const standard = first === undefined ? '16px' : `{${first}}`;
  const [values, setValues] = useState<Record<string, string>>({});
  const [step, setStep] = useState({
    name: 'narrow',
    from: '',
    columns: '4',
    margin: '16px',
    gutter: '16px',
  });
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const names: readonly string[] = what === 'inset' ? INSET_FORMS[form] : [''];
  const value = (name: string) => values[name] ?? standard;
  const add = async () => {
    const refused =
      what === 'inset'
        ? await store('addInset', { path, form, values: names.map(value) })
        : what === 'gap'
          ? await store('addToken', { path, type: 'dimension', text: value('') })
          : await store('addGridStep', { grid: path, ...step });
    setRefusal(refused);
    if (!refused) close();
  };
  return (
    <Dialog
      opened
      onClose={close}
      title={what === 'grid' ? 'Add layout grid width' : `Add ${what === 'inset' ? 'an inset' : 'a gap'}`}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <Stack gap="sm">
          <TextInput
            label={what === 'grid' ? 'Layout grid' : 'Path'}
            value={path}
            required
            data-autofocus
            onChange={(event) => setPath(event.currentTarget.value)}
          />
          {what === 'inset' && (
            <Select
              label="Form"
              data={Object.keys(INSET_FORMS)}
              value={form}
              allowDeselect={false}
              onChange={(next) => setForm(next as InsetForm)}
            />
          )}
          {what !== 'grid' &&
            names.map((name) => (
              <SizeInput
                key={name}
                label={name || 'Size'}
                value={value(name)}
                onChange={(text) => setValues({ ...values, [name]: text })}
              />
            ))}
          {what === 'grid' && (
            <Group grow align="start">
              <TextInput
                label="Name"
                value={step.name}
                required
                onChange={(event) => setStep({ ...step, name: event.currentTarget.value })}
              />
              <TextInput
                label="From"
                placeholder="0px"
                value={step.from}
                onChange={(event) => setStep({ ...step, from: event.currentTarget.value })}
              />
              <NumberInput
                label="Columns"
                size="sm"
                min={1}
                max={48}
                value={Number(step.columns)}
                onChange={(columns) => setStep({ ...step, columns: String(columns) })}
              />
            </Group>
          )}
          {what === 'grid' && (
            <Group grow align="start">
              {(['margin', 'gutter'] as const).map((name) => (
                <SizeInput
                  key={name}
                  label={name === 'margin' ? 'Margin' : 'Gutter'}
                  value={step[name]}
                  onChange={(text) => setStep({ ...step, [name]: text })}
                />
              ))}
            </Group>
          )}
          {refusal && (
            <Text size="sm" c="var(--bad)" role="alert">
              {refusal.problem}. {refusal.fix}.
            </Text>
          )}
          <DialogFoot close={close}>
            <Button type="submit">Add {what === 'grid' ? 'layout grid width' : what}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}

function SizeInput({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
}) {
  const names = useTokenNames(value.startsWith('{') ? value : null, '');
  return (
    <Autocomplete
      label={label}
      value={value}
      data={names}
      filter={({ options }) => options}
      limit={8}
      required
      onChange={onChange}
    />
  );
}
