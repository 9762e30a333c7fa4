'use client';

import { Alert, Button, Collapse, Group, Select, Tabs, Text, Textarea } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import Link from 'next/link';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { renderSheet } from '@/core/components/matrix-sheet';
import { contextAttributes } from '@/core/screens/screen';
import type { ProofView } from '@/core/views/proof';
import { usePlan, useView, type Refusal } from '@/features/document/document';
import { useLibrary } from '@/features/libraries/shell';
import { useLens, useLensLink, useQuery, useTrace } from '@/ui/frame/lens';
import { BesideFrames } from '@/ui/specimen/beside';
import { GridSelect, useGrid } from '@/ui/specimen/grid-select';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { PropActions, PropForm } from './props-editing';
import { AddProperty, RuleForm, RuleMenu, Sums } from './rule-editing';
import { RuleValue } from './rule-value';
import classes from './components.module.css';

const PLAIN = [
  { value: '#ffffff', label: 'white' },
  { value: '#000000', label: 'black' },
];

/** One component: its live specimen, the rules as sentences, and every combination of them proved. */
export function Proof({ name }: { name: string }) {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const link = useLensLink(library.axes);
  const [query, setQuery] = useQuery();
  const trace = useTrace();
  /** The prop being changed; empty: a new one. */
  const [prop, setProp] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const asked = query.get('ground') ?? undefined;
  const view = useView('proof', { name, lens, surface: asked, ...(trace !== null && { trace }) });
  const grid = useGrid(view?.grids);
  if (view === null) {
    return (
      <div className="sheet" style={{ padding: 34 }}>
        <Text fw={600}>There is no component {name}.</Text>
        <Link href={link(`/libraries/${library.slug}/components`)}>All components</Link>
      </div>
    );
  }
  if (!view) return null;
  const ground =
    PLAIN.find((plain) => plain.value === asked)?.value ??
    `var(--${(view.grounds.find((one) => one.name === asked) ?? view.grounds[0])?.name.replace(/\./g, '-')}, #fff)`;
  return (
    <>
      <div className={classes.head}>
        <h1>{view.name}</h1>
        <Text c="dimmed">{view.description}</Text>
      </div>
      {view.findings.map((finding) => (
        <Alert key={finding.message} color="red" mb="sm">
          {finding.message}. {finding.fix}.
        </Alert>
      ))}
      <div className={classes.columns}>
        <div>
          <section className={classes.sheet} aria-label="Specimen">
            <header>
              <h2>Specimen</h2>
              <GridSelect grids={view.grids} />
              <Select
                aria-label="Ground"
                w={200}
                allowDeselect={false}
                value={asked ?? view.grounds[0]?.name ?? '#ffffff'}
                onChange={(value) => setQuery({ ground: value })}
                data={[...view.grounds.map((one) => one.name), ...PLAIN]}
              />
            </header>
            <BesideFrames
              axes={library.axes}
              title={`Specimen of ${name}`}
              html={view.html}
              css={view.css}
              ground={ground}
              padding={28}
              trace={view.trace}
              grid={grid}
            />
          </section>
          <Matrix view={view} lens={lens} ground={ground} />
        </div>
        <div>
          <Rules view={view} />
          <section className={classes.sheet} aria-label="Guards">
            <header>
              <h2>Guards</h2>
            </header>
            <div className={classes.body}>
              {view.guards.length === 0 && <Text size="sm">Nothing is promised yet.</Text>}
              {view.guards.map((guard) => (
                <div key={guard.id} className={classes.rule}>
                  {guard.broken ? <b className={classes.failing}>Broken: </b> : 'Holds: '}
                  {guard.text}
                  {guard.note && <div className={classes.comment}>{guard.note}</div>}
                  {guard.broken && <div className={classes.comment}>{guard.broken}</div>}
                </div>
              ))}
            </div>
          </section>
          <section className={classes.sheet} aria-label="Props and parts">
            <header>
              <h2>Props</h2>
              {view.canEdit && (
                <Button size="compact-xs" variant="default" onClick={() => setProp('')}>
                  Add a prop
                </Button>
              )}
            </header>
            {refusal && (
              <Text size="sm" c="var(--bad)" role="alert" px={14}>
                {refusal.problem}. {refusal.fix}.
              </Text>
            )}
            <PropTable
              props={view.props}
              actions={
                view.canEdit
                  ? (one) => (
                      <PropActions view={view} prop={one} change={() => setProp(one)} report={setRefusal} />
                    )
                  : undefined
              }
            />
            {prop !== null && (
              <PropForm
                key={prop}
                view={view}
                prop={view.props.find((one) => one.name === prop) ?? null}
                done={() => setProp(null)}
              />
            )}
          </section>
          <section className={classes.sheet} aria-label="Uses">
            <header>
              <h2>Where it is used</h2>
            </header>
            <div className={classes.body}>
              <Text size="sm">
                {view.uses.length === 0
                  ? 'Nothing uses it yet.'
                  : `${view.uses.length} use${view.uses.length === 1 ? '' : 's'}; a change reaches ${view.reachText}.`}
              </Text>
              <ul style={{ margin: '6px 0 0', paddingInlineStart: 18, fontSize: 13 }}>
                {view.uses.map((use, i) => (
                  <li key={i}>
                    <Link href={link(use.href)}>{use.title}</Link>{' '}
                    <span style={{ color: 'var(--mantine-color-dimmed)' }}>
                      {use.inside ? `in ${use.inside}` : use.place}
                    </span>
                  </li>
                ))}
              </ul>
            </div>
          </section>
          <Code view={view} />
        </div>
      </div>
    </>
  );
}

/** The props of a component as a table; guides show the same. */
export function PropTable({
  props,
  actions,
}: {
  /** What stands at the end of each row. */
  actions?: ((prop: string) => ReactNode) | undefined;
  props:
    | ProofView['props']
    | { name: string; kind: string; values: string[]; default: string; description: string }[];
}) {
  return (
    <table className="rows">
      <thead>
        <tr>
          <th>Name</th>
          <th>Kind</th>
          <th>May be</th>
          <th>What for</th>
          {actions && (
            <th>
              <span className="visually-hidden">What to do</span>
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {props.map((prop) => (
          <tr key={prop.name}>
            <td className="path">{prop.name}</td>
            <td>{prop.kind}</td>
            <td>
              {prop.kind === 'choice'
                ? prop.values
                    .map((value) => (value === prop.default ? `${value} (default)` : value))
                    .join(', ')
                : prop.kind === 'flag'
                  ? 'set or not'
                  : prop.kind === 'slot'
                    ? 'other components'
                    : prop.default
                      ? `“${prop.default}”`
                      : 'any text'}
            </td>
            <td>{prop.description}</td>
            {actions && <td>{actions(prop.name)}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Rules({ view }: { view: ProofView }) {
  const [adding, setAdding] = useState(false);
  const [doing, setDoing] = useState<{ rule: string; what: 'change' | 'add' } | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  return (
    <section className={classes.sheet} aria-label="Rules">
      <header>
        <h2>Rules</h2>
        <Text size="xs" c="dimmed">
          more conditions are stronger; later among equals
        </Text>
      </header>
      <div className={classes.body}>
        {view.rules.map((rule) => (
          <div key={rule.id} className={classes.rule} data-rule={rule.id}>
            {rule.when ? (
              <>
                When <span className={classes.condition}>{rule.when}</span>,{' '}
              </>
            ) : (
              <span className={classes.condition}>Always, </span>
            )}
            {rule.part === 'root' ? '' : `of ${rule.part}: `}
            {rule.declarations.map((declaration, i) => (
              <span key={declaration.property}>
                {i > 0 ? (i === rule.declarations.length - 1 ? ' and ' : ', ') : ''}
                {declaration.property} is{' '}
                <RuleValue
                  component={view.name}
                  rule={rule.id}
                  declaration={declaration}
                  canEdit={view.canEdit}
                />
              </span>
            ))}
            .{rule.comment && <div className={classes.comment}>{rule.comment}</div>}
            {view.canEdit && (
              <span className={classes.ruleMenu}>
                <RuleMenu
                  view={view}
                  rule={rule}
                  change={() => setDoing({ rule: rule.id, what: 'change' })}
                  add={() => setDoing({ rule: rule.id, what: 'add' })}
                  report={setRefusal}
                />
              </span>
            )}
            {doing?.rule === rule.id &&
              (doing.what === 'change' ? (
                <RuleForm view={view} rule={rule} done={() => setDoing(null)} />
              ) : (
                <AddProperty view={view} rule={rule} done={() => setDoing(null)} />
              ))}
          </div>
        ))}
        {view.rules.length === 0 && (
          <Text size="sm" c="dimmed">
            No rules yet: it is drawn as the browser would.
          </Text>
        )}
        {refusal && (
          <Text size="sm" c="var(--bad)" role="alert">
            {refusal.problem}. {refusal.fix}.
          </Text>
        )}
        {adding ? (
          <RuleForm view={view} rule={null} done={() => setAdding(false)} />
        ) : (
          view.canEdit && (
            <Button size="compact-sm" variant="default" mt="xs" onClick={() => setAdding(true)}>
              Add a rule
            </Button>
          )
        )}
      </div>
    </section>
  );
}

const FIRST = 48;

function Matrix({ view, lens, ground }: { view: ProofView; lens: Record<string, string>; ground: string }) {
  const [open, setOpen] = useState<number | null>(null);
  const [all, setAll] = useState(false);
  const shown = all ? view.cells : view.cells.slice(0, FIRST);
  const html = useMemo(() => renderSheet(shown), [shown]);
  const cell = open === null ? undefined : view.cells[open];
  return (
    <section className={classes.sheet} aria-label="Matrix">
      <header>
        <h2>Matrix</h2>
        <Text size="sm" data-testid="matrix-counts">
          {view.counts.combinations} combinations from {view.counts.rules} rules, checked in{' '}
          {view.counts.contexts} context{view.counts.contexts === 1 ? '' : 's'}:{' '}
          {view.counts.failing > 0 ? (
            <b className={classes.failing}>{view.counts.failing} fail</b>
          ) : (
            'all hold'
          )}
        </Text>
      </header>
      <Sums sums={view.sums} />
      {cell && (
        <div className={classes.body} style={{ borderBottom: '1px solid var(--line)' }} data-testid="cell">
          <Group justify="space-between">
            <Text fw={600} size="sm">
              {cell.label}, {cell.state}
            </Text>
            <Button variant="subtle" size="compact-xs" onClick={() => setOpen(null)}>
              Close the cell
            </Button>
          </Group>
          <table className="rows">
            <thead>
              <tr>
                <th>Part</th>
                <th>Shows</th>
                <th className="number">Lowest contrast</th>
                <th className="number">Needs</th>
                <th>Under</th>
              </tr>
            </thead>
            <tbody>
              {cell.checks.map((check) => (
                <tr key={check.part + check.kind}>
                  <td className="path">{check.part}</td>
                  <td>{check.kind}</td>
                  <td className="number">
                    {check.passes ? check.ratio : <b className={classes.failing}>{check.ratio}</b>}
                  </td>
                  <td className="number">{check.needs ?? 'nothing, disabled'}</td>
                  <td>{check.worst}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <PreviewFrame
        title={`Matrix of ${view.name}`}
        html={html}
        css={view.css + SHEET}
        attributes={contextAttributes(lens)}
        ground={ground}
        padding={12}
        trace={view.trace}
        onPick={({ cell: picked }) => picked !== undefined && setOpen(Number(picked))}
      />
      <Group p="xs" gap="xs">
        <Select
          aria-label="Open a combination"
          placeholder="Open a combination"
          searchable
          w={320}
          value={open === null ? null : String(open)}
          onChange={(value) => setOpen(value === null ? null : Number(value))}
          data={view.cells.map((one, i) => ({
            value: String(i),
            label: `${one.label}, ${one.state}${one.fails ? ' (fails)' : ''}`,
          }))}
        />
        {!all && view.cells.length > FIRST && (
          <Button variant="default" onClick={() => setAll(true)}>
            Show all {view.cells.length}
          </Button>
        )}
      </Group>
    </section>
  );
}

const SHEET =
  '.sp-sheet{display:grid;grid-template-columns:repeat(auto-fill,minmax(190px,1fr));gap:14px 12px;align-items:end}.sp-cell{cursor:pointer;min-width:0}.sp-cell small{display:block;font:11px/1.3 Archivo Variable,system-ui,sans-serif;margin-top:5px;color:var(--color-text-quiet,#555)}.sp-fails{outline:2px dashed #c4614f;outline-offset:3px}';

function Code({ view }: { view: ProofView }) {
  const { store } = usePlan();
  const [opened, toggle] = useDisclosure(false);
  const [template, setTemplate] = useState(view.template);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  useEffect(() => setTemplate(view.template), [view.template]);
  return (
    <section className={classes.sheet} aria-label="Code">
      <header>
        <h2>Code</h2>
        <Button variant="subtle" size="compact-xs" onClick={toggle.toggle} aria-expanded={opened}>
          {opened ? 'Hide' : 'Show'}
        </Button>
      </header>
      <Collapse expanded={opened}>
        <Tabs defaultValue="template" p="sm">
          <Tabs.List>
            <Tabs.Tab value="template">Template</Tabs.Tab>
            <Tabs.Tab value="css">CSS</Tabs.Tab>
          </Tabs.List>
          <Tabs.Panel value="template" pt="sm">
            <Textarea
              aria-label="Template"
              autosize
              minRows={4}
              readOnly={!view.canEdit}
              value={template}
              error={refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined}
              styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)' } }}
              onChange={(event) => setTemplate(event.currentTarget.value)}
            />
            {view.canEdit && (
              <Button
                mt="xs"
                disabled={template === view.template}
                onClick={async () =>
                  setRefusal(await store('setTemplate', { component: view.name, text: template }))
                }
              >
                Store the template
              </Button>
            )}
          </Tabs.Panel>
          <Tabs.Panel value="css" pt="sm">
            <pre className={classes.code} tabIndex={0}>
              {view.code}
            </pre>
          </Tabs.Panel>
        </Tabs>
      </Collapse>
    </section>
  );
}
