'use client';

import { append } from '@/core/base/append';
import { Button, Skeleton, Title } from '@mantine/core';
import { PageLink } from '@/ui/page-link';
import { useRouter } from 'next/navigation';
import { counted } from '@/core/base/words';
import { contextAttributes } from '@/core/products/screen';
import type { AnswerOf } from '@/api/operations';
import { call } from '@/features/session/call';
import { DocumentProvider, useDocumentQuery } from '@/features/session/document';
import { useWork } from '@/features/session/work';
import { EmptyState } from '@/ui/empty-state';
import { Frame } from '@/ui/frame/frame';
import { Faces } from '@/ui/specimen/faces';
import { PAGE_BACKDROP } from '@/core/components/page-backdrop';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import classes from './inbox.module.css';

type Notice = AnswerOf<'inbox.list'>['notices'][number];
const NOTHING = {};

/** What an upgrade notice leads to: `/products/PRODUCT/upgrade/LIBRARY/VERSION`. */
function upgradeAt(href: string) {
  const [, product, library, version] = /^\/products\/([^/]+)\/upgrade\/([^/]+)\/([^/?]+)$/.exec(href) ?? [];
  return product && library && version ? { product, library, version } : undefined;
}

/** The library or product that a message is about, by its address: `/products/booking-site/…`. */
const subjectOf = ({ href }: Notice): string => /^\/(libraries|products)\/[^/?]+/.exec(href)?.[0] ?? '';

/** Messages by the library or product they concern, newest first; the open ones with what they would change. */
export function Inbox({ notices }: { notices: Notice[] }) {
  const { me, documents } = useWork();
  const groups = new Map<string, Notice[]>();
  for (const notice of notices) append(groups, subjectOf(notice), notice);
  return (
    <Frame me={me} documents={documents} title="Seedplan" stages={[]} axes={[]}>
      <div style={{ maxWidth: 980 }}>
        <Title order={1} size={24} mb="md">
          Inbox
        </Title>
        {notices.length === 0 && (
          <EmptyState title="No messages.">
            When a library is released that your products use or your libraries inherit from, the message
            stands here with what it would change.
          </EmptyState>
        )}
        {[...groups].map(([subject, own]) => {
          const name = documents.find(
            ({ kind, slug }) => subject === (kind === 'library' ? `/libraries/${slug}` : `/products/${slug}`),
          )?.name;
          return (
            <section key={subject} aria-label={name ?? 'Other messages'}>
              <Title order={2} size={16} mt="lg" mb={8}>
                {name ?? 'Other messages'}
              </Title>
              {own.map((notice) => (
                <Message key={notice.id} notice={notice} />
              ))}
            </section>
          );
        })}
      </div>
    </Frame>
  );
}

function Message({ notice }: { notice: Notice }) {
  const { me } = useWork();
  const router = useRouter();
  const mark = async (read: boolean) => {
    await call('PUT /inbox/{notice}', { notice: notice.id, read });
    router.refresh();
  };
  const upgrade = upgradeAt(notice.href);
  return (
    <article className={classes.notice} data-read={notice.read || undefined}>
      <div>
        <PageLink href={notice.href} onClick={() => void mark(true)}>
          {notice.title}
        </PageLink>
        <p>{notice.body}</p>
        <time dateTime={notice.at}>
          {new Date(notice.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
        </time>
        <div>
          <Button variant="default" size="compact-sm" mt={8} onClick={() => void mark(!notice.read)}>
            Mark as {notice.read ? 'unread' : 'read'}
          </Button>
        </div>
      </div>
      {upgrade && !notice.read && (
        <DocumentProvider
          kind="product"
          slug={upgrade.product}
          person={me.person.id}
          live={false}
          waiting={<Skeleton height={150} role="status" aria-label="Opening the product" />}
        >
          <Difference {...upgrade} />
        </DocumentProvider>
      )}
    </article>
  );
}

/** The first screen an upgrade would change, before and after, and how much it reaches. */
function Difference({ library, version }: { library: string; version: string }) {
  const frame = useDocumentQuery('productFrame', NOTHING);
  const view = useDocumentQuery('upgrade', { library, version });
  if (view === undefined || !frame) return <Skeleton height={150} />;
  // Taken already, or the product no longer has it.
  if (view === null || view.taken) return null;
  const [screen] = view.screens;
  return (
    <div>
      <p>
        {view.areas.length === 0
          ? 'Nothing on its screens would change.'
          : `${counted(view.areas.length, 'area')} on ${counted(view.screens.length, 'screen')} would change.`}
      </p>
      {screen && (
        <Faces faces={frame.faces}>
          <div className={classes.difference}>
            {(['before', 'after'] as const).map((side) => (
              <figure key={side}>
                <PreviewFrame
                  title={`${screen.title}, ${side}`}
                  html={screen[side].html}
                  css={screen[side].css}
                  attributes={contextAttributes({})}
                  backdrop={PAGE_BACKDROP}
                  width={screen[side].width}
                  scale={0.3}
                />
                <figcaption>
                  {screen.title}, {side === 'before' ? view.from : view.to}
                </figcaption>
              </figure>
            ))}
          </div>
        </Faces>
      )}
    </div>
  );
}
