'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { useOneTabStop } from '@/ui/one-tab-stop';
import { EmptyState } from '@/ui/empty-state';
import { counted } from '@/core/base/words';
import { Button, Checkbox, Group, Modal, Stack, Text, TextInput } from '@mantine/core';
import { IconMoon } from '@tabler/icons-react';
import Link from 'next/link';
import { useState } from 'react';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLensLink, useQuery } from '@/ui/frame/lens';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import { toggled } from '@/ui/toggled';
import { CsvButton } from '@/features/tokens/csv-button';
import { StagePage } from '@/features/session/page-bar';
import classes from './contexts.module.css';

/** What each context overrides, and which layer wins; a dark scheme made from the light one. */
export function ContextsPage() {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const [query, setQuery] = useQuery();
  const layer = query.get('layer');
  const view = useDocumentQuery('overrides', { layer });
  const [making, setMaking] = useState(false);
  const stop = useOneTabStop<HTMLElement>('button');
  if (!view) return <StagePage>{null}</StagePage>;
  const shown =
    view.layers.find((one) => one.id === layer) ?? view.layers.find((one) => one.label === view.label);
  return (
    <StagePage
      tools={
        <>
          <CsvButton view="overridesCsv" input={{ layer }} file={`${library.slug}-contexts.csv`} />
          {library.canEdit && (
            <Button leftSection={<IconMoon size={14} />} onClick={() => setMaking(true)}>
              Generate dark scheme
            </Button>
          )}
        </>
      }
    >
      <div className={classes.page}>
        <nav aria-label="Layers" className={classes.layers} {...stop}>
          <Text size="sm" c="dimmed" mb={6}>
            Where two layers set one token, the lower one wins.
          </Text>
          <ol>
            {view.layers.map((one) => (
              <li key={one.id}>
                <button aria-pressed={one.id === shown?.id} onClick={() => setQuery({ layer: one.id })}>
                  <span>
                    {one.label}
                    <small>
                      {[isNews(one) && one.name, !one.own && `from ${one.from}`].filter(Boolean).join(' · ')}
                    </small>
                  </span>
                  <b>{one.count}</b>
                </button>
              </li>
            ))}
          </ol>
        </nav>
        <section>
          <h2 className={classes.title}>
            {counted(view.rows.length, 'value')} {view.label ? `under ${view.label}` : 'in every context'}
          </h2>
          {view.rows.length === 0 ? (
            <EmptyState
              title={
                view.layers.length <= 1
                  ? 'Every value applies in every context.'
                  : 'This layer sets no values yet.'
              }
            >
              Generate a dark scheme from the light one, or set a token’s value under a context on its page.
            </EmptyState>
          ) : (
            <table className="rows">
              <thead>
                <tr>
                  <th>Token</th>
                  <th>Default</th>
                  <th>In this context</th>
                  <th>Source</th>
                </tr>
              </thead>
              <tbody>
                {view.rows.map((row) => (
                  <tr key={row.path} data-same={row.same || undefined}>
                    <td className="path">
                      <Link href={link(`/libraries/${library.slug}/tokens/${encodeURIComponent(row.path)}`)}>
                        {row.path}
                      </Link>
                    </td>
                    <td>
                      <span className={classes.value}>
                        <Specimen type={row.type} css={row.before} path={row.path} /> {shortValue(row.before)}
                      </span>
                    </td>
                    <td>
                      <span className={classes.value}>
                        <Specimen type={row.type} css={row.after} path={row.path} /> {shortValue(row.after)}
                        {row.same ? ' (no difference)' : ''}
                      </span>
                    </td>
                    <td className="path">{row.text.slice(0, 60)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
      </div>
      {making && <MakeScheme close={() => setMaking(false)} />}
    </StagePage>
  );
}

const HOW = { mirrored: 'Mirrored', moved: 'Adjusted', fails: 'Fails' } as const;

function MakeScheme({ close }: { close: () => void }) {
  const library = useLibrary();
  const { run } = useCommand();
  const [, setQuery] = useQuery();
  const scheme = library.axes.find(
    (axis) => axis.contexts.includes('light') || /scheme|theme|mode/.test(axis.name),
  );
  const [axis, setAxis] = useState(scheme?.name ?? 'scheme');
  const [from, setFrom] = useState(scheme?.default ?? 'light');
  const [to, setTo] = useState('dark');
  const [leave, setLeave] = useState<ReadonlySet<string>>(new Set());
  const view = useDocumentQuery('scheme', { axis, to });
  const make = async () => {
    if (!(await run('makeScheme', { axis, from, to, leave: [...leave] }))) return;
    close();
    setQuery({ [axis]: to });
  };
  const failing = view?.steps.filter((step) => step.how === 'fails').length ?? 0;
  return (
    <Modal opened onClose={close} title="Generate a dark scheme" size={900}>
      <Stack gap="sm">
        <Text size="sm">
          Each semantic token is mirrored to the opposite end of its ramp and adjusted to the nearest step at
          which its pairings pass. Tokens that have a value in the context already are left alone.
        </Text>
        <Group>
          <TextInput
            label="Axis"
            value={axis}
            w={150}
            onChange={(event) => setAxis(event.currentTarget.value)}
            disabled={scheme !== undefined}
          />
          <TextInput
            label="Present context"
            value={from}
            w={150}
            onChange={(event) => setFrom(event.currentTarget.value)}
            disabled={scheme !== undefined}
          />
          <TextInput
            label="New context"
            value={to}
            w={150}
            onChange={(event) => setTo(event.currentTarget.value)}
          />
        </Group>
        {view?.problems.map(({ problem, fix }) => (
          <Text key={problem} size="sm" c="var(--bad)">
            {problem}. {fix}.
          </Text>
        ))}
        {view && view.steps.length > 0 && (
          <>
            <Text size="sm">
              {counted(view.steps.length, 'semantic token')},{' '}
              {view.steps.filter((step) => step.how === 'moved').length} adjusted to pass
              {failing > 0 ? `, ${failing} that cannot pass in their ramp` : ''}
              {view.kept > 0 ? `; ${view.kept} have a value under ${to} already` : ''}.
            </Text>
            <div className={classes.steps}>
              <table className="rows">
                <thead>
                  <tr>
                    <th>Semantic token</th>
                    <th>{from}</th>
                    <th>{to}</th>
                    <th>Change</th>
                  </tr>
                </thead>
                <tbody>
                  {view.steps.map((step) => (
                    <tr key={step.path}>
                      <td>
                        <Checkbox
                          checked={!leave.has(step.path)}
                          label={<span className="path">{step.path}</span>}
                          onChange={() => setLeave((old) => toggled(old, step.path))}
                        />
                      </td>
                      <td className="path">
                        <span className={classes.value}>
                          <Specimen type="color" css={step.fromCss} /> {step.from}
                        </span>
                      </td>
                      <td className="path">
                        <span className={classes.value}>
                          <Specimen type="color" css={step.toCss} /> {step.to}
                        </span>
                      </td>
                      <td style={step.how === 'fails' ? { color: 'var(--bad)' } : undefined}>
                        {HOW[step.how]}
                        {step.worst ? `, ${step.worst.ratio} on ${step.worst.other}` : ''}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </>
        )}
        <DialogFoot close={close}>
          <Button onClick={() => void make()} disabled={!view || view.steps.length === leave.size}>
            Generate {counted(view ? view.steps.length - leave.size : 0, 'value')} under {to}
          </Button>
        </DialogFoot>
      </Stack>
    </Modal>
  );
}

/** Whether a layer's name says more than the contexts it holds for. */
const isNews = ({ label, name }: { label: string; name: string }): boolean => {
  const words = new Set(label.toLowerCase().split(/[\s,]+/));
  return name
    .toLowerCase()
    .split(/[\s,]+/)
    .some((word) => !words.has(word));
};
