'use client';

import { createContext, useContext, type ReactNode } from 'react';
import { PageSkeleton } from '@/ui/page-skeleton';
import { counted, listed } from '@/core/base/words';
import type { FrameView } from '@/editing/session/queries/frame';
import { DocumentProvider, useAsk, useDocumentQuery } from './document';
import { ClosedFrame, DocumentFrame, useStable } from './document-frame';
import { libraryAddress, pageAt, PAGES_OF_ALL_STAGES, STAGES } from './navigation';
import { useWork } from './work';

const Context = createContext<FrameView | null>(null);

/** The open library's heading, for everything inside its shell. */
export function useLibrary(): FrameView {
  const view = useContext(Context);
  if (!view) throw new Error('No library is open here');
  return view;
}

export function LibraryShell({ slug, children }: { slug: string; children: ReactNode }) {
  const { me } = useWork();
  return (
    <DocumentProvider
      kind="library"
      slug={slug}
      person={me.person.id}
      frame={(content) => (
        <ClosedFrame slug={slug} stages={stagesOf(slug)}>
          {content}
        </ClosedFrame>
      )}
    >
      <Shell slug={slug}>{children}</Shell>
    </DocumentProvider>
  );
}

const NOTHING = {};

const stagesOf = (slug: string) =>
  STAGES.map((stage) => ({
    label: stage.label,
    href: libraryAddress(slug, stage.pages[0]!.path),
    isAt: (pathname: string) => pageAt(slug, pathname)?.stage === stage,
  }));

function Shell({ slug, children }: { slug: string; children: ReactNode }) {
  const view = useDocumentQuery('frame', NOTHING);
  const findings = useDocumentQuery('findingCount', NOTHING);
  const ask = useAsk();
  const axes = useStable(view?.axes ?? []);
  if (!view)
    return (
      <ClosedFrame slug={slug} stages={stagesOf(slug)}>
        <PageSkeleton label="Opening the library" height={420} />
      </ClosedFrame>
    );
  const at = (path: string) => libraryAddress(view.slug, path);
  const changes =
    view.last === null
      ? 'Not released yet'
      : view.changes === 0
        ? `No changes since ${view.last}`
        : `${counted(view.changes, 'change')} since ${view.last}`;
  const worst = (['error', 'warning', 'note'] as const).find((level) => findings?.[level]);
  const commands = [
    ...[...STAGES.flatMap(({ pages }) => pages), ...PAGES_OF_ALL_STAGES].map(({ label, path }) => ({
      title: `Go to ${label === 'Import' ? 'import' : label.toLowerCase()}`,
      kind: 'page',
      href: at(path),
    })),
    ...(view.canEdit
      ? [
          { title: 'Create token', kind: 'command', href: at('tokens?create=token') },
          { title: 'Create component', kind: 'command', href: at('components?create=component') },
          { title: 'Create guide', kind: 'command', href: at('guides?create=guide') },
          { title: 'Create release', kind: 'command', href: at('releases') },
          { title: 'Generate scale', kind: 'command', href: at('scales?new=ramps') },
          { title: 'Import files', kind: 'command', href: at('import') },
        ]
      : []),
  ];
  return (
    <Context.Provider value={{ ...view, axes }}>
      <DocumentFrame
        view={view}
        axes={axes}
        state={[
          { text: changes, href: at('releases') },
          ...(findings && worst
            ? [{ text: counted(findings[worst], worst), href: at(`findings?level=${worst}`), level: worst }]
            : []),
        ]}
        lineage={
          view.lineage.length > 0
            ? `Inherits from ${listed(view.lineage.map(({ name, version }) => `${name} ${version}`))}`
            : undefined
        }
        stages={stagesOf(view.slug)}
        commands={commands}
        find={() => ask('search', { text: '', limit: 50_000 })}
      >
        {children}
      </DocumentFrame>
    </Context.Provider>
  );
}
