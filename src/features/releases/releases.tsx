'use client';

import { EmptyState } from '@/ui/empty-state';
import { LibraryButton } from '@/features/session/library-link';
import { libraryAddress } from '@/features/session/navigation';
import { PageLink } from '@/ui/page-link';
import { listed } from '@/core/base/words';
import { Alert, Button, Group, SegmentedControl, Text, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { useDocument, useDocumentQuery, useCommand } from '@/features/session/document';
import { call } from '@/features/session/call';
import { useLibrary } from '@/features/session/library-shell';
import { useLensLink, useQuery } from '@/ui/frame/lens';
import { Prose } from '@/ui/markdown';
import { PageSkeleton } from '@/ui/page-skeleton';
import { ProductThumbnail } from '@/features/workspace/product-card';
import { WithdrawnNotice } from '@/features/session/withdrawn-notice';
import { ChangeRow } from './change-row';
import { ImpactBar } from './impact-bar';
import { PastReleases } from './past-releases';
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
      <NewerParent />
      {page === 'next' ? <Ledger /> : <PastReleases />}
    </>
  );
}

function Ledger() {
  const library = useLibrary();
  const client = useDocument();
  const link = useLensLink(library.axes);
  const { run } = useCommand();
  const [out, setOut] = useState<string[]>([]);
  const [summary, setSummary] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const view = useDocumentQuery('ledger', { leftOut: out });
  if (!view) return <PageSkeleton />;
  const release = async (candidate: boolean) => {
    setBusy(true);
    setProblem('');
    try {
      // What one has just changed oneself may still be on its way: the release comes after it.
      const { sequence } = await client.ask<{ sequence: number }>({ ask: 'settle' });
      const made = await call('POST /libraries/{slug}/releases', {
        slug: library.slug,
        sequence,
        version: candidate ? view.candidate : view.version,
        leftOut: out,
        summary,
        candidate,
      });
      notifications.show({
        title: `Released ${library.name} ${made.version}`,
        message: candidate
          ? 'Teams whose products pin this library can try it. The changes stay here until they are released.'
          : 'Teams whose products pin this library are notified in their inbox.',
      });
      if (!candidate) {
        setOut([]);
        setSummary('');
      }
    } catch (error) {
      setProblem((error as Error).message);
    }
    await client.ask({ ask: 'reload' });
    setBusy(false);
  };
  if (view.entries.length === 0) {
    return (
      <EmptyState
        title={view.last ? `No changes since ${view.last}.` : 'Nothing to release yet.'}
        actions={
          <>
            <LibraryButton to="tokens" primary>
              {view.last ? 'Change a token' : 'Create tokens'}
            </LibraryButton>
            <LibraryButton to="components">
              {view.last ? 'Change a component' : 'Create components'}
            </LibraryButton>
          </>
        }
      >
        Every change is listed here with its impact and reach. A release makes them available to products, and
        never changes afterwards.
      </EmptyState>
    );
  }
  const gone = out.length;
  const told = view.products.filter(({ through }) => through === null);
  return (
    <div className={classes.ledger}>
      <ImpactBar entries={view.entries.filter((entry) => !out.includes(entry.item))} />
      <table className="rows" aria-label="Changes since the last release">
        <thead>
          <tr>
            <th>Include</th>
            <th>Impact</th>
            <th>What changed</th>
            <th>Before and after</th>
            <th>Where one sees it</th>
          </tr>
        </thead>
        <tbody>
          {view.entries.map((entry) => (
            <ChangeRow
              key={entry.item}
              entry={entry}
              link={link}
              include={{
                chosen: !out.includes(entry.item),
                toggle: () =>
                  setOut((old) =>
                    old.includes(entry.item) ? old.filter((id) => id !== entry.item) : [...old, entry.item],
                  ),
              }}
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
              {unmet.include !== null && library.canEdit && (
                <div>
                  <Button
                    size="compact-sm"
                    variant="default"
                    mt={6}
                    onClick={() =>
                      void run('setComponentLifecycle', { names: [unmet.include!], visibility: 'released' })
                    }
                  >
                    Include {unmet.include} in releases
                  </Button>
                </div>
              )}
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
              onClick={() => void release(false)}
            >
              Release {view.version}
            </Button>
            <Button
              variant="default"
              disabled={busy || !view.canRelease || view.unmet.length > 0}
              title="A release to try: products can review and take it, and are not asked to"
              onClick={() => void release(true)}
            >
              Release candidate {view.candidate}
            </Button>
            <Text size="sm" c="dimmed">
              {view.entries.length - gone} in{gone > 0 ? `, ${gone} excluded` : ''} ·{' '}
              {told.length === 0
                ? 'no product to notify'
                : `will notify ${listed(told.map((product) => `${product.name} (pinned to ${product.version})`))}`}
            </Text>
          </Group>
          {!library.canEdit && (
            <Text size="sm" mt="xs">
              Releasing needs the role maintainer in {library.team}; yours is {library.role}.
            </Text>
          )}
        </div>
        {told.length > 0 && (
          <section className={classes.notified} aria-label="Products that will be notified">
            {told.map((product) => (
              <article key={product.slug}>
                <ProductThumbnail slug={product.slug} name={product.name} upgrade={false}>
                  <strong>{product.name}</strong>
                  <small>Pinned to {product.version}</small>
                </ProductThumbnail>
              </article>
            ))}
          </section>
        )}
        <details className={classes.notes}>
          <summary>Release notes preview</summary>
          <Prose>{view.notes}</Prose>
        </details>
      </section>
    </div>
  );
}

/** What is offered of the library this one inherits from, and that what it has is no longer. */
function NewerParent() {
  const { slug, parent, canEdit } = useLibrary();
  if (!parent) return null;
  const { name, version: has, candidate, withdrawn } = parent;
  const [newest] = parent.newer;
  const version = newest?.version ?? candidate;
  return (
    <>
      {withdrawn && (
        <WithdrawnNotice library={name} version={has} withdrawn={withdrawn}>
          {version && (
            <PageLink href={libraryAddress(slug, `releases/parent/${version}`)}>
              Review {name} {version}
            </PageLink>
          )}
        </WithdrawnNotice>
      )}
      {version && !withdrawn && (
        <Alert
          color="gray"
          mb="md"
          title={newest ? `${name} ${version} is available.` : `${name} ${version} can be tried.`}
        >
          <Group>
            <Text size="sm">
              This library inherits from {name} {has}.
            </Text>
            <LibraryButton to={`releases/parent/${version}`} primary={canEdit && newest !== undefined}>
              {newest ? 'Review upgrade' : 'Review candidate'}
            </LibraryButton>
          </Group>
        </Alert>
      )}
    </>
  );
}
