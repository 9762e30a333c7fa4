'use client';

import { EmptyState } from '@/ui/empty-state';
import { counted } from '@/core/base/words';
import { Button, Text } from '@mantine/core';
import { IconMoon } from '@tabler/icons-react';
import { useState } from 'react';
import { useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useQuery } from '@/ui/frame/lens';
import { CsvButton } from '@/features/tokens/csv-button';
import { StagePage } from '@/features/session/page-bar';
import { AxesNav } from './axes-nav';
import classes from './contexts.module.css';
import { LayerTable } from './layer-table';
import { LayersNav } from './layers-nav';
import { MakeScheme } from './make-scheme';
import { SetValue } from './set-value';

/** Axes and their contexts, the layers that hold under them, and what each layer sets; a dark scheme made from the light one. */
export function ContextsPage() {
  const library = useLibrary();
  const [query] = useQuery();
  const layer = query.get('layer');
  const view = useDocumentQuery('overrides', { layer });
  const axes = useDocumentQuery('axes', {});
  const [making, setMaking] = useState(false);
  if (!view || !axes) return <StagePage>{null}</StagePage>;
  const shown = view.layers.find((one) => one.id === view.shown);
  return (
    <StagePage
      tools={
        <>
          <CsvButton view="overridesCsv" input={{ layer }} file={`${library.slug}-contexts.csv`} />
          {library.canEdit && (
            <Button variant="default" leftSection={<IconMoon size={14} />} onClick={() => setMaking(true)}>
              Generate dark scheme
            </Button>
          )}
        </>
      }
    >
      <div className={classes.page}>
        <div className={classes.side}>
          <AxesNav axes={axes} />
          {view.layers.length > 0 && <LayersNav layers={view.layers} shown={view.shown} />}
        </div>
        <section>
          {axes.length === 0 ? (
            <EmptyState title="Every value applies in every context.">
              An axis, such as scheme or density, has contexts, such as light and dark, under which tokens can
              have other values. Create an axis, or generate a dark scheme from the light one.
            </EmptyState>
          ) : (
            shown && (
              <>
                <h2 className={classes.title}>
                  {counted(view.rows.length, 'value')}{' '}
                  {shown.label === 'every context' ? 'in every context' : `under ${shown.label}`}
                </h2>
                {shown.own && library.canEdit && shown.label !== 'every context' && (
                  <SetValue key={shown.id} when={shown.when} label={shown.label} />
                )}
                {view.rows.length === 0 ? (
                  <Text c="dimmed" size="sm" my="md">
                    This layer sets no values yet: every token has the value of its other contexts.
                  </Text>
                ) : (
                  <LayerTable
                    rows={view.rows}
                    layer={shown.id}
                    label={shown.label}
                    canEdit={library.canEdit && shown.own}
                  />
                )}
              </>
            )
          )}
        </section>
      </div>
      {making && <MakeScheme close={() => setMaking(false)} />}
    </StagePage>
  );
}
