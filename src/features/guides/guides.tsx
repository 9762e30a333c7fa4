'use client';

import { EmptyState } from '@/ui/empty-state';
import { Button, Group, TextInput } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import { contextAttributes } from '@/core/products/screen';
import { call } from '@/features/session/call';
import { notifyError, useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { StagePage } from '@/features/session/page-bar';
import { download } from '@/features/outputs/download-files';
import cards from '@/features/workspace/workspace.module.css';
import { useGo } from '@/ui/frame/here';
import { useCreating, useLens, useLensLink } from '@/ui/frame/lens';
import { PAGE_BACKDROP } from '@/core/components/page-backdrop';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import classes from './guides.module.css';

/** The guides of the newest release as files, to be served from anywhere or read from a folder. */
async function downloadSite(slug: string): Promise<void> {
  const { version, files } = await call('GET /libraries/{slug}/site', { slug, alone: true });
  await download(files, `${slug}-${version}-guides.zip`);
}

/** The guides by what they show, how much of the library they document, and what is missing. */
export function Guides() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const link = useLensLink(library.axes);
  const go = useGo();
  const view = useDocumentQuery('guides', { lens });
  const { store } = useCommand();
  const [wanted] = useCreating('guide', library.canEdit);
  const [title, setTitle] = useState('');
  const [problem, setProblem] = useState('');
  if (!view) return <StagePage>{null}</StagePage>;
  const add = async (name: string, component?: string) => {
    const refused = await store('addGuide', { title: name, ...(component && { component }) });
    setProblem(refused ? `${refused.problem}. ${refused.fix}.` : '');
    if (refused) return;
    setTitle('');
    const slug = name
      .trim()
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '');
    if (component) go(link(`/libraries/${library.slug}/guides/${slug}`));
  };
  const all = view.documented.length + view.missing.length;
  return (
    <StagePage
      tools={
        library.last !== null && (
          <>
            <Button component="a" variant="default" href={`/published/${library.slug}`} target="_blank">
              Open published guides
            </Button>
            <Button
              variant="default"
              leftSection={<IconDownload size={14} aria-hidden />}
              onClick={() => void downloadSite(library.slug).catch(notifyError)}
            >
              Download site
            </Button>
          </>
        )
      }
    >
      {view.guides.length === 0 && (
        <EmptyState title="No guides yet.">
          A guide says what something is for and not for. Its tables and specimens are live, so they never go
          stale. Type a title to create the first one.
        </EmptyState>
      )}
      <div className={cards.cards}>
        {view.guides.map((guide) => (
          <article key={guide.name} className={cards.card}>
            {guide.live && (
              <div className={classes.live}>
                <PreviewFrame
                  title={`Live block of ${guide.title}`}
                  html={guide.live.html}
                  css={guide.live.css}
                  attributes={contextAttributes(lens)}
                  backdrop={PAGE_BACKDROP}
                  padding={20}
                  fit={110}
                />
              </div>
            )}
            <PageLink href={link(`/libraries/${library.slug}/guides/${guide.name}`)}>
              <strong>{guide.title}</strong>
            </PageLink>
            <span>{guide.opening}</span>
            <small>{counted(guide.blocks, 'block')}</small>
          </article>
        ))}
      </div>
      {library.canEdit && (
        <Group mt="lg" align="start">
          <TextInput
            aria-label="Title of the new guide"
            placeholder="Title of the new guide"
            w={300}
            autoFocus={wanted}
            value={title}
            error={problem}
            onChange={(event) => setTitle(event.currentTarget.value)}
            onKeyDown={(event) => event.key === 'Enter' && void add(title)}
          />
          <Button onClick={() => void add(title)}>Create guide</Button>
        </Group>
      )}
      {all > 0 && (
        <section className={classes.coverage} aria-label="Documented components">
          <h2>
            {view.documented.length} of {counted(all, 'component')} documented
          </h2>
          <div
            className={classes.meter}
            role="img"
            aria-label={`${view.documented.length} of ${all} components are shown in a guide`}
          >
            <span style={{ width: `${(view.documented.length / all) * 100}%` }} />
          </div>
          {view.missing.length > 0 && (
            <ul>
              {view.missing.map((name) => (
                <li key={name}>
                  <PageLink className="path" href={link(`/libraries/${library.slug}/components/${name}`)}>
                    {name}
                  </PageLink>
                  {library.canEdit && (
                    <Button
                      size="compact-xs"
                      variant="default"
                      aria-label={`Create guide for ${name}`}
                      onClick={() => void add(name, name)}
                    >
                      Create guide
                    </Button>
                  )}
                </li>
              ))}
            </ul>
          )}
        </section>
      )}
    </StagePage>
  );
}
