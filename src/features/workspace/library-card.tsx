'use client';

import { Skeleton } from '@mantine/core';
import { PageLink } from '@/ui/page-link';
import type { CSSProperties } from 'react';
import { counted } from '@/core/base/words';
import { contextAttributes } from '@/core/products/screen';
import type { CssText } from '@/core/tokens/types/type';
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

/** A library as it looks now: its ramps, its type, its components, and what there is to do. */
export function LibraryCard({ entry }: { entry: DocumentEntry }) {
  const { me } = useWork();
  const { ref, near } = useNear('300px');
  const waiting = <Skeleton height={320} role="status" aria-label={`Opening ${entry.name}`} />;
  return (
    <article ref={ref} className={classes.library} aria-labelledby={`library-${entry.slug}`}>
      <header>
        <PageLink href={hrefOf(entry)} id={`library-${entry.slug}`}>
          {entry.name}
        </PageLink>
        <span>{entry.about}</span>
        <small>
          {entry.version ? `Released as ${entry.version}` : 'Not released yet'}
          {entry.parent ? ` · inherits from ${entry.parent}` : ''} · {entry.team}
        </small>
      </header>
      {near ? (
        <DocumentProvider
          kind="library"
          slug={entry.slug}
          person={me.person.id}
          live={false}
          waiting={waiting}
        >
          <Drawn slug={entry.slug} />
        </DocumentProvider>
      ) : (
        <Skeleton height={320} animate={false} />
      )}
    </article>
  );
}

/** What it looks like; how it stands is asked once that is there, for it takes longer. */
function Drawn({ slug }: { slug: string }) {
  const card = useDocumentQuery('card', NOTHING);
  if (!card) return <Skeleton height={320} />;
  const at = (path: string) => `/libraries/${slug}/${path}`;
  return (
    <Faces faces={card.faces}>
      {card.isEmpty ? (
        <p className={classes.next}>
          <PageLink href={at('import')}>Import files</PageLink>,{' '}
          <PageLink href={at('scales?new=ramps')}>generate a scale</PageLink> or{' '}
          <PageLink href={at('tokens?create=token')}>create a token</PageLink> to begin.
        </p>
      ) : (
        <div className={classes.drawn}>
          <div className={classes.ramps} data-specimen>
            {card.ramps.map(({ path, colors }) => (
              <div key={path} title={path}>
                {colors.map((color, i) => (
                  <span key={i} style={{ background: color }} />
                ))}
              </div>
            ))}
          </div>
          <div className={classes.texts} data-specimen>
            {card.texts.map(({ path, css }) => (
              <span key={path} title={path} style={textStyle(css)}>
                Ferries leave at 06:40
              </span>
            ))}
          </div>
          {card.specimen && (
            <div className={classes.specimens}>
              {card.lenses.map(({ label, lens }) => (
                <figure key={label}>
                  <PreviewFrame
                    title={`${card.specimen!.names.join(', ')} under ${label}`}
                    html={card.specimen!.html}
                    css={card.specimen!.css}
                    attributes={contextAttributes(lens)}
                    backdrop={PAGE_BACKDROP}
                    padding={16}
                    scale={0.72}
                    fit={120}
                  />
                  <figcaption>{label}</figcaption>
                </figure>
              ))}
            </div>
          )}
        </div>
      )}
      <Standing slug={slug} behind={card.behind} />
    </Faces>
  );
}

function Standing({ slug, behind }: { slug: string; behind: number }) {
  const frame = useDocumentQuery('frame', NOTHING);
  const changes = useDocumentQuery('changeCount', NOTHING);
  const findings = useDocumentQuery('findingCount', NOTHING);
  if (!frame) return <Skeleton height={30} />;
  const at = (path: string) => `/libraries/${slug}/${path}`;
  const [newer] = frame.parent?.newer ?? [];
  return (
    <ul className={classes.state}>
      <li>
        <PageLink href={at('tokens')}>{counted(frame.counts.tokens, 'token')}</PageLink>
      </li>
      <li>
        <PageLink href={at('components')}>{counted(frame.counts.components, 'component')}</PageLink>
      </li>
      {(frame.last === null || changes !== undefined) && (
        <li>
          <PageLink href={at('releases')}>
            {frame.last === null
              ? 'Not released yet'
              : changes === 0
                ? `No changes since ${frame.last}`
                : `${counted(changes!, 'change')} to release`}
          </PageLink>
        </li>
      )}
      {frame.parent?.withdrawn ? (
        <li data-level="error">
          <PageLink href={at('releases')}>
            {frame.parent.name} {frame.parent.version} was withdrawn
          </PageLink>
        </li>
      ) : newer ? (
        <li>
          <PageLink href={at(`releases/parent/${newer.version}`)}>
            {frame.parent!.name} {newer.version} available
          </PageLink>
        </li>
      ) : null}
      {findings && findings.error > 0 && (
        <li data-level="error">
          <PageLink href={at('findings?level=error')}>{counted(findings.error, 'error')}</PageLink>
        </li>
      )}
      {behind > 0 && (
        <li>
          <PageLink href={at('products')}>{counted(behind, 'product')} behind</PageLink>
        </li>
      )}
    </ul>
  );
}

const textStyle = (css: CssText): CSSProperties =>
  typeof css === 'string'
    ? {}
    : {
        fontFamily: css['font-family'],
        fontSize: `min(${css['font-size']}, 34px)`,
        fontWeight: css['font-weight'] as CSSProperties['fontWeight'],
        letterSpacing: css['letter-spacing'],
      };
