'use client';

import { createContext, useContext, type ReactNode } from 'react';
import type { ProductFrameView } from '@/editing/session/open-product';
import { DocumentProvider, useDocumentQuery } from './document';
import { DocumentFrame, useStable } from './document-frame';
import { useWork } from './work';

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
  const view = useDocumentQuery('productFrame', NOTHING);
  const axes = useStable(view?.axes ?? []);
  if (!view) return null;
  const base = `/products/${view.slug}`;
  const [newest] = view.newer;
  const upgrade =
    newest && view.library ? `${base}/upgrade/${view.library.slug}/${newest.version}` : undefined;
  return (
    <Context.Provider value={{ ...view, axes }}>
      <DocumentFrame
        view={view}
        axes={axes}
        state={
          view.library
            ? [
                {
                  text: `Pinned to ${view.library.name} ${view.library.version}`,
                  href: `/libraries/${view.library.slug}/releases?show=past`,
                },
              ]
            : []
        }
        stages={[
          { label: 'Screens', href: base, isAt: (pathname) => pathname === base },
          ...(upgrade
            ? [
                {
                  label: `Upgrade to ${newest!.version}`,
                  href: upgrade,
                  isAt: (pathname: string) => pathname.startsWith(`${base}/upgrade`),
                },
              ]
            : []),
        ]}
      >
        {children}
      </DocumentFrame>
    </Context.Provider>
  );
}
