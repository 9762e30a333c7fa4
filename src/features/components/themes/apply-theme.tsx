'use client';

import { Button, MultiSelect, Select, Stack, Text } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import { elementLabel } from '@/core/components/theme';
import { contextAttributes } from '@/core/products/screen';
import type { ThemeChangesView, ThemesView } from '@/editing/components/queries/themes';
import { useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { Refused, useStore } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';
import { useLens } from '@/ui/frame/lens';
import { PAGE_BACKDROP } from '@/core/components/page-backdrop';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import classes from './themes.module.css';

/** Components are given a theme, or another one, once what that changes has been seen. */
export function ApplyTheme({
  view,
  theme: first,
  chosen = [],
  close,
}: {
  view: Pick<ThemesView, 'themes' | 'components'>;
  theme: string;
  /** Components chosen at first; none: those that follow a theme. */
  chosen?: readonly string[] | undefined;
  close: () => void;
}) {
  const { put, refusal } = useStore();
  const library = useLibrary();
  const lens = useLens(library.axes);
  const [theme, setTheme] = useState<string | null>(first === '' ? null : first);
  const [components, setComponents] = useState<string[]>(() =>
    chosen.length > 0
      ? [...chosen]
      : view.components.filter((one) => one.theme !== null).map(({ name }) => name),
  );
  const changes = useDocumentQuery('themeChanges', { theme, components, lens });
  const some = view.components.filter(({ elements }) => elements.length > 0);
  return (
    <Dialog opened onClose={close} title="Apply theme" size={900}>
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          if (await put('applyTheme', { theme, components })) close();
        }}
      >
        <Stack gap="sm">
          <div className={classes.choice}>
            <Select
              label="Theme"
              w={200}
              allowDeselect={false}
              value={theme ?? ''}
              data={[
                ...view.themes.map(({ name }) => ({ value: name, label: name })),
                { value: '', label: 'No theme' },
              ]}
              onChange={(value) => setTheme(value || null)}
            />
            <MultiSelect
              label="Components"
              style={{ flex: 1 }}
              searchable
              hidePickedOptions
              selectFirstOptionOnChange
              value={components}
              data={some.map(({ name }) => name)}
              renderOption={({ option }) => {
                const one = some.find(({ name }) => name === option.value);
                return (
                  <span>
                    {option.value}{' '}
                    <small className={classes.quiet}>
                      {one?.elements.map(elementLabel).join(', ')}
                      {one?.theme && `; follows ${one.theme}`}
                    </small>
                  </span>
                );
              }}
              onChange={setComponents}
            />
            <Button
              variant="default"
              onClick={() => setComponents(some.map(({ name }) => name))}
              disabled={components.length === some.length}
            >
              Select all components
            </Button>
          </div>
          {components.length === 0 ? (
            <Text size="sm" c="dimmed">
              Choose the components that are to follow the theme. They keep every property they set
              themselves.
            </Text>
          ) : (
            changes && <Changes changes={changes} lens={lens} />
          )}
          <Refused refusal={refusal} />
          <DialogFoot close={close}>
            <Button type="submit" disabled={components.length === 0}>
              {theme === null ? 'Remove theme from' : 'Apply theme to'}{' '}
              {counted(components.length, 'component')}
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}

function Changes({ changes, lens }: { changes: ThemeChangesView; lens: Record<string, string> }) {
  const changed = changes.components.filter(({ differences }) => differences.length > 0);
  const same = changes.components.filter(({ differences }) => differences.length === 0);
  return (
    <div className={classes.changes} role="region" aria-label="Changes" tabIndex={0}>
      <Text size="sm">
        {changed.length === 0
          ? 'Nothing changes.'
          : `${counted(changed.length, 'component')} will look different.`}
        {same.length > 0 && changed.length > 0 && ` Unchanged: ${same.map(({ name }) => name).join(', ')}.`}
      </Text>
      {changed.map((one) => (
        <section key={one.name} aria-label={one.name}>
          <h3>
            {one.name} {one.theme && <small>follows {one.theme} now</small>}
          </h3>
          <div className={classes.pair}>
            {[
              { label: 'Before', drawing: one.before },
              { label: 'After', drawing: one.after },
            ].map(
              ({ label, drawing }) =>
                drawing && (
                  <figure key={label}>
                    <PreviewFrame
                      title={`${one.name}, ${label.toLowerCase()}`}
                      html={drawing.html}
                      css={drawing.css}
                      attributes={contextAttributes(lens)}
                      backdrop={PAGE_BACKDROP}
                      padding={12}
                      fit={160}
                    />
                    <figcaption>{label}</figcaption>
                  </figure>
                ),
            )}
          </div>
          <table className="rows">
            <thead>
              <tr>
                <th>Property</th>
                <th>Before</th>
                <th>After</th>
                <th>Where</th>
              </tr>
            </thead>
            <tbody>
              {one.differences.map((difference) => (
                <tr key={[difference.part, difference.property, difference.before, difference.after].join()}>
                  <td>
                    <span className="path">{difference.property}</span> of {difference.part}
                  </td>
                  <td>
                    <Value css={difference.before} />
                  </td>
                  <td>
                    <Value css={difference.after} />
                  </td>
                  <td>
                    {difference.states.length === 0 ? 'All states' : difference.states.join(', ')},{' '}
                    {difference.contexts}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {one.kept.length > 0 && (
            <Text size="xs" c="dimmed">
              Set by the component itself, and kept: {one.kept.join(', ')}.
            </Text>
          )}
        </section>
      ))}
    </div>
  );
}

function Value({ css }: { css: string | null }) {
  if (css === null) return <span className={classes.quiet}>Not set</span>;
  return (
    <span className="path">
      {/^(#|rgb|oklch|hsl|color\()/.test(css) && (
        <span className={classes.chip} style={{ background: css }} data-specimen aria-hidden />
      )}
      {css}
    </span>
  );
}
