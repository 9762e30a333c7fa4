'use client';

import { Skeleton } from '@mantine/core';
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
      <ProductThumbnail slug={entry.slug} name={entry.name} />
      <PageLink href={hrefOf(entry)}>
        <strong>{entry.name}</strong>
      </PageLink>
      <span>{entry.about}</span>
      <small>
        {entry.pins.length > 0 ? `Pinned to ${entry.pins.join(', ')}` : 'Pinned to no library'} · {entry.team}
      </small>
    </article>
  );
}

/** The first screen of a product, drawn live and small, with the way to its next upgrade. */
export function ProductThumbnail({
  slug,
  name,
  upgrade = true,
}: {
  slug: string;
  name: string;
  /** Whether the way to its next upgrade stands below. */
  upgrade?: boolean;
}) {
  const { me } = useWork();
  const { ref, near } = useNear<HTMLDivElement>('300px');
  const waiting = <Skeleton height={170} role="status" aria-label={`Opening ${name}`} />;
  if (!near) return <Skeleton ref={ref} height={170} animate={false} />;
  return (
    <DocumentProvider kind="product" slug={slug} person={me.person.id} live={false} waiting={waiting}>
      <Screen slug={slug} upgrade={upgrade} />
    </DocumentProvider>
  );
}

function Screen({ slug, upgrade }: { slug: string; upgrade: boolean }) {
  const frame = useDocumentQuery('productFrame', NOTHING);
  const screen = useDocumentQuery('screen', NOTHING);
  if (frame === undefined || screen === undefined) return <Skeleton height={170} />;
  const [newest] = frame?.newer ?? [];
  return (
    <>
      {screen ? (
        <div className={classes.thumbnail}>
          <Faces faces={frame.faces}>
            <PreviewFrame
              title={`Screen ${screen.title}`}
              html={screen.html}
              css={screen.css}
              attributes={contextAttributes(
                Object.fromEntries(frame.axes.map((axis) => [axis.name, axis.default])),
              )}
              width={screen.width}
              scale={0.32}
              backdrop={PAGE_BACKDROP}
            />
          </Faces>
        </div>
      ) : (
        <div className={classes.thumbnail}>No screens yet</div>
      )}
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
