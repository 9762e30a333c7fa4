'use client';

import { Alert, Button, Group, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import { verbTo } from '@/core/releases/version';
import { call } from '@/features/session/call';
import { notifyError, useDocument, useDocumentQuery } from '@/features/session/document';
import { LibraryButton } from '@/features/session/library-link';
import { useLibrary } from '@/features/session/library-shell';
import { libraryAddress } from '@/features/session/navigation';
import { EmptyState } from '@/ui/empty-state';
import { useGo } from '@/ui/frame/here';
import { useLensLink } from '@/ui/frame/lens';
import { Prose } from '@/ui/markdown';
import { PageLink } from '@/ui/page-link';
import { PageSkeleton } from '@/ui/page-skeleton';
import { ChangeRow } from './change-row';
import { ImpactBar } from './impact-bar';
import classes from './releases.module.css';

/** What another release of its parent would change in a library, before it is taken. */
export function ParentUpgrade({ version }: { version: string }) {
  const library = useLibrary();
  const client = useDocument();
  const link = useLensLink(library.axes);
  const go = useGo();
  const [busy, setBusy] = useState(false);
  const view = useDocumentQuery('parentUpgrade', { version });
  if (!view) return <PageSkeleton label="Reading the release" />;
  if ('problem' in view)
    return (
      <EmptyState
        title="There is no upgrade to review."
        actions={<LibraryButton to="releases">Go to releases</LibraryButton>}
      >
        {view.problem}
      </EmptyState>
    );
  if (view.from === view.to)
    return (
      <EmptyState
        title={`${library.name} inherits from ${view.parent} ${view.to}.`}
        actions={<LibraryButton to="releases">Go to releases</LibraryButton>}
      >
        There is nothing to upgrade.
      </EmptyState>
    );
  const verb = verbTo(view.from, view.to);
  const take = async () => {
    setBusy(true);
    try {
      await client.ask({ ask: 'settle' });
      await call('POST /libraries/{slug}/parent', {
        slug: library.slug,
        version,
        id: `change_${crypto.randomUUID()}`,
      });
      notifications.show({
        title: `${library.name} inherits from ${view.parent} ${view.to} now`,
        message: 'One undo reverts it. Products have it with the next release.',
      });
      go(link(libraryAddress(library.slug, 'releases')));
    } catch (error) {
      notifyError(error);
    }
    setBusy(false);
  };
  const alone = [
    ...view.released.map((item) => ({
      ...item,
      why: `overrides what ${view.parent} ${view.to} no longer has`,
    })),
    ...view.kept.map((item) => ({ ...item, why: 'is needed by what this library holds' })),
  ];
  return (
    <div className={classes.ledger}>
      <Group mb="md" align="baseline">
        <h1 className={classes.upgradeTitle}>
          {view.parent} {view.from} → {view.to}
        </h1>
        <Text c="dimmed">
          {view.entries.length === 0
            ? `Nothing in ${library.name} would change.`
            : `${counted(view.entries.length, 'item')} in ${library.name} would change.`}
        </Text>
        <Group ml="auto">
          <LibraryButton to="releases">Not now</LibraryButton>
          <Button
            loading={busy}
            disabled={!view.canTake || view.broken.length > 0}
            onClick={() => void take()}
          >
            {verb} {view.to}
          </Button>
        </Group>
      </Group>
      {!view.canTake && (
        <Text size="sm" mb="sm">
          Upgrading needs the role maintainer in {library.team}; yours is {library.role}.
        </Text>
      )}
      {view.broken.map(({ message, fix, title, href }) => (
        <Alert key={message} color="red" mb="xs" role="alert">
          {message}. {fix}. {href && <PageLink href={link(href)}>Go to {title}</PageLink>}
        </Alert>
      ))}
      {alone.length > 0 && (
        <Alert
          color="yellow"
          mb="md"
          title={`${counted(alone.length, 'item')} would become ${library.name}’s own.`}
        >
          <ul className={classes.alone}>
            {alone.map(({ id, kind, title, href, why }) => (
              <li key={id}>
                The {kind} {href ? <PageLink href={link(href)}>{title}</PageLink> : title} {why}.
              </li>
            ))}
          </ul>
        </Alert>
      )}
      {view.entries.length > 0 && (
        <>
          <ImpactBar entries={view.entries} />
          <table className="rows" aria-label={`Changes that ${view.parent} ${view.to} brings`}>
            <thead>
              <tr>
                <th>Impact</th>
                <th>What would change</th>
                <th>Before and after</th>
                <th>Where one sees it</th>
              </tr>
            </thead>
            <tbody>
              {view.entries.map((entry) => (
                <ChangeRow key={entry.item} entry={entry} link={link} upgrade={version} />
              ))}
            </tbody>
          </table>
        </>
      )}
      {view.notes.length > 0 && (
        <section className={classes.parentNotes} aria-label="Release notes">
          {view.notes.map((release) => (
            <details key={release.version} open={view.entries.length === 0}>
              <summary>
                Release notes of {view.parent} {release.version}
              </summary>
              <Prose>{release.notes.replace(/^## .*\n/, '')}</Prose>
            </details>
          ))}
        </section>
      )}
    </div>
  );
}
