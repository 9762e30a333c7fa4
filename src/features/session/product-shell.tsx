'use client';

import { verbTo } from '@/core/releases/version';
import { usePathname } from 'next/navigation';
import { createContext, useContext, type ReactNode } from 'react';
import { PageSkeleton } from '@/ui/page-skeleton';
import type { FrameProps } from '@/ui/frame/frame';
import { Faces } from '@/ui/specimen/faces';
import type { ProductFrameView } from '@/editing/products/queries/product-frame';
import { DocumentProvider, useDocumentQuery } from './document';
import { DocumentFrame, useHeading, useStable } from './document-frame';
import { PageLink } from '@/ui/page-link';
import { Withheld } from './withheld';
import { WithdrawnNotice } from './withdrawn-notice';
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
    <DocumentFrame key={slug} slug={slug} stages={pagesOf(slug)}>
      <DocumentProvider kind="product" slug={slug} person={me.person.id}>
        <Shell>{children}</Shell>
      </DocumentProvider>
    </DocumentFrame>
  );
}

const NOTHING = {};
const NO_AXES: ProductFrameView['axes'] = [];

const baseOf = (slug: string) => `/products/${slug}`;

const screensOf = (slug: string) => ({
  label: 'Screens',
  href: baseOf(slug),
  isAt: (pathname: string) => pathname === baseOf(slug),
});

const codeOf = (slug: string) => ({
  label: 'Code',
  href: `${baseOf(slug)}/code`,
  isAt: (pathname: string) => pathname === `${baseOf(slug)}/code`,
});

const brandsOf = (slug: string) => ({
  label: 'Brands',
  href: `${baseOf(slug)}/brands`,
  isAt: (pathname: string) => pathname === `${baseOf(slug)}/brands`,
});

const pagesOf = (slug: string) => [screensOf(slug), brandsOf(slug), codeOf(slug)];

function Shell({ children }: { children: ReactNode }) {
  const view = useDocumentQuery('productFrame', NOTHING);
  const axes = useStable(view?.axes ?? []);
  // Source is read as it stands, under no combination.
  const isCode = usePathname() === codeOf(view?.slug ?? '').href;
  const shownAxes = isCode ? NO_AXES : axes;
  useHeading(view, view ? { stages: stagesOf(view), axes: shownAxes, state: stateOf(view) } : null);
  if (!view) return <PageSkeleton label="Opening the product" height={420} />;
  return (
    <Context.Provider value={{ ...view, axes }}>
      <Faces faces={view.faces}>
        {view.withheld && (
          <Withheld>
            This product uses a library that is open to its own team only. Its components are missing on the
            screens. Ask that team for access.
          </Withheld>
        )}
        {view.pins.map(
          ({ slug, name, version, newest, withdrawn }) =>
            withdrawn && (
              <WithdrawnNotice key={slug} library={name} version={version} withdrawn={withdrawn}>
                {newest && (
                  <PageLink href={`${baseOf(view.slug)}/upgrade/${slug}/${newest}`}>
                    Review {name} {newest}
                  </PageLink>
                )}
              </WithdrawnNotice>
            ),
        )}
        {children}
      </Faces>
    </Context.Provider>
  );
}

/** Its pages, and the newest release that it is not pinned to; where there is none, the one to try. */
function stagesOf({ slug, newer, candidate, library }: ProductFrameView): FrameProps['stages'] {
  const [newest] = newer;
  const version = newest?.version ?? candidate;
  if (!version || !library) return pagesOf(slug);
  return [
    ...pagesOf(slug),
    {
      label: `${newest ? verbTo(library.version, version) : 'Try'} ${version}`,
      href: `${baseOf(slug)}/upgrade/${library.slug}/${version}`,
      isAt: (pathname) => pathname.startsWith(`${baseOf(slug)}/upgrade`),
    },
  ];
}

const stateOf = ({ pins }: ProductFrameView): FrameProps['state'] =>
  pins.map(({ slug, name, version }) => ({
    text: `Pinned to ${name} ${version}`,
    href: `/libraries/${slug}/releases?show=past`,
  }));
