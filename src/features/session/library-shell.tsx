'use client';

import { createContext, useContext, type ReactNode } from 'react';
import { PageSkeleton } from '@/ui/page-skeleton';
import { counted, listed } from '@/core/base/words';
import type { QueryAnswer } from '@/editing/queries';
import type { FrameView } from '@/editing/session/queries/frame';
import type { FrameProps } from '@/ui/frame/frame';
import { Faces } from '@/ui/specimen/faces';
import { DocumentProvider, useAsk, useDocumentQuery } from './document';
import { DocumentFrame, useHeading, useStable } from './document-frame';
import { Withheld } from './withheld';
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
    <DocumentFrame key={slug} slug={slug} stages={stagesOf(slug)}>
      <DocumentProvider kind="library" slug={slug} person={me.person.id}>
        <Shell>{children}</Shell>
      </DocumentProvider>
    </DocumentFrame>
  );
}

const NOTHING = {};

const stagesOf = (slug: string) =>
  STAGES.map((stage) => ({
    label: stage.label,
    href: libraryAddress(slug, stage.pages[0]!.path),
    isAt: (pathname: string) => pageAt(slug, pathname)?.stage === stage,
  }));

function Shell({ children }: { children: ReactNode }) {
  const view = useDocumentQuery('frame', NOTHING);
  const changes = useDocumentQuery('changeCount', NOTHING);
  const findings = useDocumentQuery('findingCount', NOTHING);
  const ask = useAsk();
  const axes = useStable(view?.axes ?? []);
  useHeading(
    view,
    view
      ? {
          stages: stagesOf(view.slug),
          axes,
          state: stateOf(view, changes, findings),
          lineage:
            view.lineage.length > 0
              ? `Inherits from ${listed(view.lineage.map(({ name, version }) => `${name} ${version}`))}`
              : undefined,
          commands: commandsOf(view),
          find: () => ask('search', { text: '', limit: 50_000 }),
        }
      : null,
  );
  if (!view) return <PageSkeleton label="Opening the library" height={420} />;
  return (
    <Context.Provider value={{ ...view, axes }}>
      <Faces faces={view.faces}>
        {view.withheld && (
          <Withheld>
            This library inherits from one that is open to its own team only. Its tokens and components are
            missing here. Ask that team for access.
          </Withheld>
        )}
        {children}
      </Faces>
    </Context.Provider>
  );
}

/** What changed since the last release, and the worst of the findings. */
function stateOf(
  view: FrameView,
  changes: number | undefined,
  findings: QueryAnswer<'findingCount'> | undefined,
): FrameProps['state'] {
  const released =
    view.last === null
      ? 'Not released yet'
      : changes === undefined
        ? `Released as ${view.last}`
        : changes === 0
          ? `No changes since ${view.last}`
          : `${counted(changes, 'change')} since ${view.last}`;
  const [newer] = view.parent?.newer ?? [];
  const worst = (['error', 'warning', 'note'] as const).find((level) => findings?.[level]);
  return [
    ...(view.parent?.withdrawn
      ? [
          {
            text: `${view.parent.name} ${view.parent.version} was withdrawn`,
            href: libraryAddress(view.slug, 'releases'),
            level: 'warning' as const,
          },
        ]
      : []),
    ...(newer && !view.parent?.withdrawn
      ? [
          {
            text: `${view.parent!.name} ${newer.version} available`,
            href: libraryAddress(view.slug, `releases/parent/${newer.version}`),
          },
        ]
      : []),
    { text: released, href: libraryAddress(view.slug, 'releases') },
    ...(findings && worst
      ? [
          {
            text: counted(findings[worst], worst),
            href: libraryAddress(view.slug, `findings?level=${worst}`),
            level: worst,
          },
        ]
      : []),
  ];
}

function commandsOf(view: FrameView): FrameProps['commands'] {
  const at = (path: string) => libraryAddress(view.slug, path);
  return [
    ...[...STAGES.flatMap(({ pages }) => pages), ...PAGES_OF_ALL_STAGES].map(({ label, path }) => ({
      title: `Go to ${label === 'Import' ? 'import' : label.toLowerCase()}`,
      kind: 'page',
      href: at(path),
    })),
    ...(view.canEdit
      ? [
          { title: 'Add token', kind: 'command', href: at('tokens?create=token') },
          { title: 'Create component', kind: 'command', href: at('components?create=component') },
          { title: 'Create guide', kind: 'command', href: at('guides?create=guide') },
          { title: 'Create theme', kind: 'command', href: at('themes?create=theme') },
          { title: 'Add axis', kind: 'command', href: at('contexts?create=axis') },
          { title: 'Create output', kind: 'command', href: at('deliveries?create=output') },
          { title: 'Create release', kind: 'command', href: at('releases') },
          { title: 'Generate scale', kind: 'command', href: at('scales?new=ramps') },
          { title: 'Import files', kind: 'command', href: at('import') },
        ]
      : []),
  ];
}
