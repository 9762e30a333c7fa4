'use client';

import { createContext, useContext, type ReactNode } from 'react';
import { PageSkeleton } from '@/ui/page-skeleton';
import type { ProductFrameView } from '@/editing/session/open-product';
import { DocumentProvider, useDocumentQuery } from './document';
import { ClosedFrame, DocumentFrame, useStable } from './document-frame';
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
    <DocumentProvider
      kind="product"
      slug={slug}
      person={me.person.id}
      frame={(content) => (
        <ClosedFrame slug={slug} stages={[screensOf(slug)]}>
          {content}
        </ClosedFrame>
      )}
    >
      <Shell slug={slug}>{children}</Shell>
    </DocumentProvider>
  );
}

const NOTHING = {};

const baseOf = (slug: string) => `/products/${slug}`;

const screensOf = (slug: string) => ({
  label: 'Screens',
  href: baseOf(slug),
  isAt: (pathname: string) => pathname === baseOf(slug),
});

function Shell({ slug, children }: { slug: string; children: ReactNode }) {
  const view = useDocumentQuery('productFrame', NOTHING);
  const axes = useStable(view?.axes ?? []);
  if (!view)
    return (
      <ClosedFrame slug={slug} stages={[screensOf(slug)]}>
        <PageSkeleton label="Opening the product" height={420} />
      </ClosedFrame>
    );
  const base = baseOf(view.slug);
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
          screensOf(view.slug),
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
