'use client';

import { listed } from '@/core/base/words';
import { Alert, Button, Checkbox, Group, SegmentedControl, Text, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import Link from 'next/link';
import { useState } from 'react';
import { contextText } from '@/core/tokens/system';
import type { LedgerView } from '@/editing/releases/queries/ledger';
import { useDocument, useDocumentQuery } from '@/features/session/document';
import { call, useCall } from '@/features/session/call';
import { useLibrary } from '@/features/session/library-shell';
import { useLensLink, useQuery } from '@/ui/frame/lens';
import { Prose } from '@/ui/markdown';
import classes from './releases.module.css';

/** The change ledger: every change since the last release, in or out, and the release they make; below it, the past. */
export function Releases() {
  const library = useLibrary();
  const [query, setQuery] = useQuery();
  const page = query.get('show') ?? 'next';
  return (
    <>
      <h1 className="visually-hidden">Releases of {library.name}</h1>
      <SegmentedControl
        mb="md"
        aria-label="Which releases"
        value={page}
        onChange={(value) => setQuery({ show: value === 'next' ? null : value })}
        data={[
          { value: 'next', label: 'Next release' },
          { value: 'past', label: 'Past releases' },
        ]}
      />
      {page === 'next' ? <Ledger /> : <Past />}
    </>
  );
}

const WORDS = { major: 'breaks', minor: 'adds or changes', patch: 'not visible' } as const;

function Ledger() {
  const library = useLibrary();
  const client = useDocument();
  const link = useLensLink(library.axes);
  const [out, setOut] = useState<string[]>([]);
  const [summary, setSummary] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const view = useDocumentQuery('ledger', { leftOut: out });
  if (!view) return null;
  const release = async () => {
    setBusy(true);
    setProblem('');
    try {
      const made = await call('POST /libraries/{slug}/releases', {
        slug: library.slug,
        sequence: view.sequence,
        version: view.version,
        leftOut: out,
        summary,
      });
      notifications.show({
        title: `Released ${library.name} ${made.version}`,
        message: 'Teams whose products pin this library are notified in their inbox.',
      });
      setOut([]);
      setSummary('');
    } catch (error) {
      setProblem((error as Error).message);
    }
    await client.ask({ ask: 'reload' });
    setBusy(false);
  };
  if (view.entries.length === 0) {
    return (
      <div className="sheet" style={{ padding: 34 }}>
        <Text fw={600} size="lg">
          Nothing has changed since {view.last ?? 'the first version'}.
        </Text>
        <Text c="dimmed">
          <Link href={link(`/libraries/${library.slug}/tokens`)}>Change a token</Link> or a component: every
          change is listed here with its impact and reach.
        </Text>
      </div>
    );
  }
  const gone = out.length;
  return (
    <div className={classes.ledger}>
      <ImpactBar entries={view.entries.filter((entry) => !out.includes(entry.item))} />
      <table className="rows" aria-label="Changes since the last release">
        <thead>
          <tr>
            <th>Include</th>
            <th>Impact</th>
            <th>What changed</th>
            <th>Before</th>
            <th>After</th>
            <th>Reaches</th>
          </tr>
        </thead>
        <tbody>
          {view.entries.map((entry) => (
            <Row
              key={entry.item}
              entry={entry}
              chosen={!out.includes(entry.item)}
              link={link}
              toggle={() =>
                setOut((old) =>
                  old.includes(entry.item) ? old.filter((id) => id !== entry.item) : [...old, entry.item],
                )
              }
            />
          ))}
        </tbody>
      </table>
      <section className={classes.foot} aria-label="Release">
        <div className={classes.number}>
          <small>{view.last ? `after ${view.last}` : 'first release'}</small>
          <strong data-testid="version">{view.version}</strong>
          <span>{view.bump === 'none' ? 'no changes included' : view.bump}</span>
        </div>
        <div className={classes.decide}>
          {view.unmet.map((unmet) => (
            <Alert key={unmet.item + unmet.needs} color="red" mb="xs" role="alert">
              {unmet.message}. Exclude both, or include both.
            </Alert>
          ))}
          {problem && (
            <Alert color="red" mb="xs" role="alert">
              {problem}
            </Alert>
          )}
          <Textarea
            label="Summary for the products that use it"
            placeholder="What changes in this release, and why"
            value={summary}
            autosize
            minRows={2}
            onChange={(event) => setSummary(event.currentTarget.value)}
            disabled={!view.canRelease}
          />
          <Group mt="sm">
            <Button
              loading={busy}
              disabled={!view.canRelease || view.unmet.length > 0}
              onClick={() => void release()}
            >
              Release {view.version}
            </Button>
            <Text size="sm" c="dimmed">
              {view.entries.length - gone} in{gone > 0 ? `, ${gone} excluded` : ''} ·{' '}
              {view.products.length === 0
                ? 'no product to notify'
                : `will notify ${listed(view.products.map((product) => `${product.name} (pinned to ${product.version})`))}`}
            </Text>
          </Group>
          {!library.canEdit && (
            <Text size="sm" mt="xs">
              Releasing needs the role maintainer in {library.team}; yours is {library.role}.
            </Text>
          )}
        </div>
        <details className={classes.notes}>
          <summary>Release notes preview</summary>
          <Prose>{view.notes}</Prose>
        </details>
      </section>
    </div>
  );
}

/** How many of the changes included break, add or are not seen, as one bar. */
function ImpactBar({ entries }: { entries: LedgerView['entries'] }) {
  const counts = (['major', 'minor', 'patch'] as const).map((impact) => ({
    impact,
    count: entries.filter((entry) => entry.impact === impact).length,
  }));
  return (
    <div className={classes.impacts}>
      <div className={classes.impactBar} aria-hidden>
        {counts.map(({ impact, count }) => (
          <span key={impact} data-impact={impact} style={{ flexGrow: count }} />
        ))}
      </div>
      <ul aria-label="Changes by impact">
        {counts.map(({ impact, count }) => (
          <li key={impact} data-impact={impact}>
            {count} {impact}: {WORDS[impact]}
          </li>
        ))}
      </ul>
    </div>
  );
}

function Row({
  entry,
  chosen,
  link,
  toggle,
}: {
  /** Follows the hand at once; the entry itself follows when the ledger has been worked out anew. */
  chosen: boolean;
  entry: LedgerView['entries'][number];
  link: (href: string) => string;
  toggle: () => void;
}) {
  const first = entry.changes.find((change) => change.impact === entry.impact) ?? entry.changes[0]!;
  return (
    <tr data-out={!chosen || undefined} className={chosen ? undefined : classes.out}>
      <td>
        <Checkbox aria-label={`${entry.title} is in the release`} checked={chosen} onChange={toggle} />
      </td>
      <td>
        <span className={classes.impact} data-impact={entry.impact} title={WORDS[entry.impact]}>
          {entry.impact}
        </span>
      </td>
      <td>
        {entry.href ? (
          <Link href={link(entry.href)} className="path">
            {entry.title}
          </Link>
        ) : (
          <span className="path">{entry.title}</span>
        )}
        {entry.changes.map((change, i) => (
          <div key={i} className={classes.why}>
            {change.why}
            {change.contexts ? ` (${change.contexts.map(contextText).join('; ')})` : ''}.
          </div>
        ))}
        {entry.authors.length > 0 && <div className={classes.by}>by {entry.authors.join(', ')}</div>}
      </td>
      <td>
        <Value text={first.before} />
      </td>
      <td>
        <Value text={first.after} />
      </td>
      <td>
        {entry.reached.length === 0 ? (
          'nothing'
        ) : (
          <details>
            <summary>{entry.reachText}</summary>
            <ul className={classes.reached}>
              {entry.reached.slice(0, 20).map((one) => (
                <li key={one.id}>
                  <Link href={link(one.href)}>{one.title}</Link>
                  {one.inside ? ` in ${one.inside}` : ''}
                </li>
              ))}
            </ul>
          </details>
        )}
      </td>
    </tr>
  );
}

function Value({ text }: { text: string | null }) {
  if (text === null) return <span className={classes.by}>—</span>;
  const color = /^#[0-9a-f]{6,8}\b/.exec(text)?.[0];
  return (
    <span className={classes.value}>
      {color && <span className={classes.chip} style={{ background: color }} data-specimen aria-hidden />}
      <span className="path">{text.length > 70 ? `${text.slice(0, 68)}…` : text}</span>
    </span>
  );
}

function Past() {
  const library = useLibrary();
  const { data, error } = useCall('GET /libraries/{slug}/releases', { slug: library.slug }, library.last);
  if (error) return <Alert color="red">{error.message}</Alert>;
  if (!data) return null;
  const { releases } = data;
  if (releases.length === 0) return <Text c="dimmed">No releases yet.</Text>;
  return (
    <div className={classes.past}>
      {releases.map((release) => (
        <article key={release.version}>
          <h2>{release.version}</h2>
          <Text size="sm" c="dimmed">
            {new Date(release.at).toLocaleDateString('en-GB', { dateStyle: 'long' })}, by {release.author}
          </Text>
          <div
            className={classes.notesBody}
            tabIndex={0}
            role="group"
            aria-label={`Notes of ${release.version}`}
          >
            <Prose>{release.notes.replace(/^## .*\n/, '')}</Prose>
          </div>
        </article>
      ))}
    </div>
  );
}
