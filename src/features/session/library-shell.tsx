'use client';

import { counted } from '@/core/base/words';
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import type { FrameView } from '@/editing/session/queries/frame';
import { DocumentProvider, useAsk, useUndo, useDocumentQuery } from '@/features/session/document';
import { useWork } from '@/features/session/work';
import { Frame } from '@/ui/frame/frame';
import { Faces } from '@/ui/specimen/faces';

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
    <DocumentProvider kind="library" slug={slug} person={me.person.id}>
      <Shell>{children}</Shell>
    </DocumentProvider>
  );
}

const NOTHING = {};
/** Pages that belong to the stage Tokens beside the tiers. */
const TOKEN_PAGES = [
  'table',
  'scales',
  'text-styles',
  'pairings',
  'contexts',
  'findings',
  'gather',
  'fonts',
  'spacing',
];

function Shell({ children }: { children: ReactNode }) {
  const { me, documents } = useWork();
  const view = useDocumentQuery('frame', NOTHING);
  const undo = useUndo();
  const ask = useAsk();
  const axesText = JSON.stringify(view?.axes ?? []);
  const axes = useMemo(() => JSON.parse(axesText) as FrameView['axes'], [axesText]);
  if (!view) return null;
  const base = `/libraries/${view.slug}`;
  const stages = ['Tokens', 'Components', 'Guides', 'Releases', 'Products', 'Usage', 'Outputs'].map(
    (label) => ({
      label,
      href: `${base}/${label.toLowerCase()}`,
      ...(label === 'Tokens' && { also: TOKEN_PAGES.map((page) => `${base}/${page}`) }),
      ...(label === 'Components' && { also: [`${base}/assets`] }),
    }),
  );
  const state = view.last
    ? view.changes === 0
      ? `No changes since ${view.last}`
      : `${counted(view.changes, 'change')} since ${view.last}`
    : 'Not released yet';
  return (
    <Context.Provider value={{ ...view, axes }}>
      <Frame
        me={me}
        documents={documents}
        title={view.name}
        state={{ text: state, href: `${base}/releases` }}
        lineage={
          view.lineage.length > 0
            ? `Inherits from ${view.lineage.map((one) => `${one.name} ${one.version}`).join(' ← ')}`
            : undefined
        }
        stages={stages}
        axes={axes}
        find={() => ask('search', { text: '', limit: 50_000 })}
        undo={{ undo: view.undo, redo: view.redo, run: (redo) => void undo(redo) }}
      >
        <Faces faces={view.faces}>{children}</Faces>
      </Frame>
    </Context.Provider>
  );
}
