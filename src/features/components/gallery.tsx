'use client';

import { Button, Group, Text } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import Link from 'next/link';
import { useState } from 'react';
import { useView } from '@/features/document/document';
import { useLibrary } from '@/features/libraries/shell';
import { useLens, useLensLink, useTrace } from '@/ui/frame/lens';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { contextAttributes } from '@/core/screens/screen';
import { StartComponent } from './start-component';
import classes from './components.module.css';

/** All components by rank, each drawn live through the lens. */
export function Gallery() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const link = useLensLink(library.axes);
  const trace = useTrace();
  const [starting, setStarting] = useState(false);
  const view = useView('components', { lens, ...(trace !== null && { trace }) });
  if (!view) return null;
  return (
    <>
      <h1 className="visually-hidden">Components of {library.name}</h1>
      {library.canEdit && (
        <Group justify="flex-end">
          <Button leftSection={<IconPlus size={14} />} onClick={() => setStarting(true)}>
            Start a component
          </Button>
        </Group>
      )}
      {starting && (
        <StartComponent
          others={view.ranks.flatMap(({ components }) => components.map(({ name }) => name))}
          close={() => setStarting(false)}
        />
      )}
      {view.ranks.length === 0 && (
        <div className="sheet" style={{ padding: 34 }}>
          <Text fw={600} size="lg">
            No components yet.
          </Text>
          <Text c="dimmed">
            Start one here, or bring in a component file with its template: Tokens, then Bring in files.
          </Text>
        </div>
      )}
      {view.ranks.map((rank) => (
        <section key={rank.name} className={classes.rank}>
          <h2>{rank.name}</h2>
          <div className={classes.gallery}>
            {rank.components.map((component) => (
              <article key={component.id} className={classes.card}>
                <div className={classes.stage} style={{ background: view.ground }} data-specimen>
                  <PreviewFrame
                    title={`Specimen of ${component.name}`}
                    html={component.html}
                    css={view.css}
                    attributes={contextAttributes(lens)}
                    ground={view.ground}
                    padding={20}
                    trace={view.trace}
                    scale={rank.name === 'basic' ? 1 : 0.7}
                  />
                </div>
                <div className={classes.caption}>
                  <Link href={link(`/libraries/${library.slug}/components/${component.name}`)}>
                    {component.name}
                  </Link>
                  <p>{component.description}</p>
                  <small>
                    {component.combinations} combinations
                    {component.failing > 0 ? (
                      <b className={classes.failing}>, {component.failing} fail</b>
                    ) : (
                      ', all hold'
                    )}{' '}
                    · {component.uses} use{component.uses === 1 ? '' : 's'}
                    {component.visibility === 'internal' ? ' · internal' : ''}
                    {component.deprecated ? ' · deprecated' : ''}
                  </small>
                </div>
              </article>
            ))}
          </div>
        </section>
      ))}
    </>
  );
}
