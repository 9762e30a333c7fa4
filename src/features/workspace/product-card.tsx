'use client';

import { Skeleton } from '@mantine/core';
import { useElementSize } from '@mantine/hooks';
import type { ReactNode } from 'react';
import { contextAttributes } from '@/core/products/screen';
import { PageLink } from '@/ui/page-link';
import { DocumentProvider, useDocumentQuery } from '@/features/session/document';
import { useWork } from '@/features/session/work';
import { hrefOf } from '@/ui/frame/frame';
import type { DocumentEntry } from '@/ui/frame/types';
import { Faces } from '@/ui/specimen/faces';
import { PAGE_BACKDROP } from '@/core/components/page-backdrop';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { useNear } from '@/ui/use-near';
import classes from './workspace.module.css';

const NOTHING = {};

/** A product by its first screen, drawn live, and the release it is pinned to against the newest. */
export function ProductCard({ entry }: { entry: DocumentEntry }) {
  return (
    <article className={classes.card}>
      <ProductThumbnail slug={entry.slug} name={entry.name}>
        <PageLink href={hrefOf(entry)}>
          <strong>{entry.name}</strong>
        </PageLink>
        <span>{entry.about}</span>
        <small>
          {entry.pins.length > 0 ? `Pinned to ${entry.pins.join(', ')}` : 'Pinned to no library'} ·{' '}
          {entry.team}
        </small>
      </ProductThumbnail>
    </article>
  );
}

/** The first screen of a product, drawn live and small; below it what is said of the product, and the way to its next upgrade. */
export function ProductThumbnail({
  slug,
  name,
  upgrade = true,
  children,
}: {
  slug: string;
  name: string;
  /** Whether the way to its next upgrade is offered. */
  upgrade?: boolean;
  children: ReactNode;
}) {
  const { me } = useWork();
  const { ref, near } = useNear<HTMLDivElement>('300px');
  const below = (drawn: ReactNode) => (
    <>
      {drawn}
      {children}
    </>
  );
  if (!near) return below(<Skeleton ref={ref} height={HEIGHT} animate={false} />);
  const waiting = below(<Skeleton height={HEIGHT} role="status" aria-label={`Opening ${name}`} />);
  return (
    <DocumentProvider kind="product" slug={slug} person={me.person.id} live={false} waiting={waiting}>
      <Screen slug={slug} upgrade={upgrade}>
        {children}
      </Screen>
    </DocumentProvider>
  );
}

/** Pixels; a screen is drawn as wide as there is room, but no larger than at half its size. */
const HEIGHT = 170;
const LARGEST = 0.5;

function Screen({ slug, upgrade, children }: { slug: string; upgrade: boolean; children: ReactNode }) {
  const frame = useDocumentQuery('productFrame', NOTHING);
  const screen = useDocumentQuery('screen', NOTHING);
  const { ref, width } = useElementSize<HTMLDivElement>();
  if (frame === undefined || screen === undefined)
    return (
      <>
        <Skeleton height={HEIGHT} />
        {children}
      </>
    );
  const [newest] = frame?.newer ?? [];
  const fitting = screen && width > 0 ? Math.min(LARGEST, width / screen.width) : LARGEST;
  return (
    <>
      {screen ? (
        <div className={classes.thumbnail} ref={ref}>
          <Faces faces={frame.faces}>
            <div style={{ width: screen.width * fitting }}>
              <PreviewFrame
                title={`Screen ${screen.title}`}
                html={screen.html}
                css={screen.css}
                attributes={contextAttributes(
                  Object.fromEntries(frame.axes.map((axis) => [axis.name, axis.default])),
                )}
                width={screen.width}
                scale={fitting}
                backdrop={PAGE_BACKDROP}
              />
            </div>
          </Faces>
        </div>
      ) : (
        <div className={classes.thumbnail}>No screens yet</div>
      )}
      {children}
      {upgrade && newest && frame?.library && (
        <PageLink
          className={classes.upgrade}
          href={`/products/${slug}/upgrade/${frame.library.slug}/${newest.version}`}
        >
          Review {frame.library.name} {newest.version}
        </PageLink>
      )}
    </>
  );
}
