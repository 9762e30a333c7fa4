'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import type { AssetsView } from '@/editing/assets/queries/assets';
import { CodeField } from '@/features/components/code/code-field';
import { useCommand } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { RemovalDialog } from '@/features/usage/removal-dialog';
import classes from './assets.module.css';

/** Style sheets beneath all components: read, changed and taken out. */
export function StyleSheets({ sheets, canEdit }: { sheets: AssetsView['sheets']; canEdit: boolean }) {
  const library = useLibrary();
  const { store } = useCommand();
  const [removing, setRemoving] = useState<string | null>(null);
  if (sheets.length === 0) return null;
  return (
    <section className={classes.role} aria-label="Style sheets">
      <h2>
        Style sheets{' '}
        <small>{sheets.length}, apply beneath every component; a component’s own rules win</small>
      </h2>
      {removing !== null && (
        <RemovalDialog
          title={removing}
          removed={{ kind: 'styleSheet', name: removing }}
          close={() => setRemoving(null)}
          remove={async () => {
            const refused = await store('removeStyleSheet', { name: removing, leave: true });
            if (!refused) setRemoving(null);
            return refused;
          }}
        />
      )}
      {sheets.map((sheet) => (
        <details key={sheet.name} className={classes.sheet}>
          <summary>
            <b className="path">{sheet.name}</b>{' '}
            <small>
              {counted(sheet.css.split('\n').length, 'line')}
              {sheet.own ? '' : `, from ${sheet.from}`}
            </small>
          </summary>
          <CodeField
            command="putStyleSheets"
            input={(css) => ({ sheets: [{ name: sheet.name, css }] })}
            language="css"
            label={sheet.name}
            place={`${library.slug} ${sheet.name}`}
            stored={sheet.css}
            canEdit={canEdit && sheet.own}
          />
          {canEdit && sheet.own && (
            <Button
              mt="xs"
              variant="subtle"
              color="red"
              size="compact-sm"
              onClick={() => setRemoving(sheet.name)}
            >
              Remove {sheet.name}
            </Button>
          )}
        </details>
      ))}
    </section>
  );
}
