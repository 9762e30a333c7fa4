'use client';

import { createContext, useContext, useMemo, type ReactNode } from 'react';
import type { ProductFrameView } from '@/editing/session/open-product';
import { DocumentProvider, useUndo, useDocumentQuery } from '@/features/session/document';
import { useWork } from '@/features/session/work';
import { Frame } from '@/ui/frame/frame';
import { Faces } from '@/ui/specimen/faces';

const Context = createContext<ProductFrameView | null>(null);

export function useProduct(): ProductFrameView {
  const view = useContext(Context);
  if (!view) throw new Error('No product is open here');
  return view;
}

export function ProductShell({ slug, children }: { slug: string; children: ReactNode }) {
  const { me } = useWork();
  return (
    <DocumentProvider kind="product" slug={slug} person={me.person.id}>
      <Shell>{children}</Shell>
    </DocumentProvider>
  );
}

const NOTHING = {};

function Shell({ children }: { children: ReactNode }) {
  const { me, documents } = useWork();
  const view = useDocumentQuery('productFrame', NOTHING);
  const undo = useUndo();
  const axesText = JSON.stringify(view?.axes ?? []);
  const axes = useMemo(() => JSON.parse(axesText) as ProductFrameView['axes'], [axesText]);
  if (!view) return null;
  const base = `/products/${view.slug}`;
  const [newest] = view.newer;
  const stages = [
    { label: 'Screens', href: base },
    ...(newest && view.library
      ? [
          {
            label: `Upgrade to ${newest.version}`,
            href: `${base}/upgrade/${view.library.slug}/${newest.version}`,
          },
        ]
      : []),
  ];
  return (
    <Context.Provider value={{ ...view, axes }}>
      <Frame
        me={me}
        documents={documents}
        title={view.name}
        state={
          view.library
            ? {
                text: `Pinned to ${view.library.name} ${view.library.version}`,
                href: `/libraries/${view.library.slug}/releases?show=past`,
              }
            : undefined
        }
        stages={stages}
        axes={axes}
        undo={{ undo: view.undo, redo: view.redo, run: (redo) => void undo(redo) }}
      >
        <Faces faces={view.faces}>{children}</Faces>
      </Frame>
    </Context.Provider>
  );
}
