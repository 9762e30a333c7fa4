'use client';

import { ActionIcon, Button, Menu, Text } from '@mantine/core';
import { IconDots } from '@tabler/icons-react';
import { useRef, useState } from 'react';
import { counted, listed } from '@/core/base/words';
import { elementLabel, THEME_ELEMENTS, THEME_STATES, type ThemeElement } from '@/core/components/theme';
import { contextAttributes } from '@/core/products/screen';
import type { ThemesView } from '@/editing/components/queries/themes';
import { useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { StagePage } from '@/features/session/page-bar';
import { refusalText, useStore } from '@/features/session/refused';
import { ConfirmRemoval } from '@/ui/confirm-removal';
import { EmptyState } from '@/ui/empty-state';
import { useCreating, useLens, useQuery } from '@/ui/frame/lens';
import { PAGE_BACKDROP } from '@/core/components/page-backdrop';
import { PreviewFrame } from '@/ui/specimen/preview-frame';
import { DeclarationsField } from '../rules/declarations-field';
import { ApplyTheme } from './apply-theme';
import { ThemeForm } from './theme-form';
import classes from './themes.module.css';

type Theme = ThemesView['themes'][number];
const ELEMENTS = Object.keys(THEME_ELEMENTS) as ThemeElement[];

/** The themes of a library: named sets of element styles, which components follow. */
export function ThemesPage() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const [query, setQuery] = useQuery();
  const view = useDocumentQuery('themes', { lens });
  const [creating, startCreating, endCreating] = useCreating('theme', library.canEdit);
  const [doing, setDoing] = useState<'edit' | 'copy' | 'remove' | null>(null);
  const { put } = useStore();
  if (!view) return <StagePage>{null}</StagePage>;
  const create = (
    <Button variant={view.themes.length === 0 ? 'filled' : 'default'} onClick={startCreating}>
      Create theme
    </Button>
  );
  const form = creating && <ThemeForm theme={null} close={endCreating} />;
  if (view.themes.length === 0)
    return (
      <StagePage>
        <EmptyState title="No themes yet." actions={view.canEdit && create}>
          A theme is a named set of element styles: text roles, links, buttons, sections and cards. Components
          follow a theme, and another one can take its place in one step.
        </EmptyState>
        {form}
      </StagePage>
    );
  const theme = view.themes.find(({ name }) => name === query.get('theme')) ?? view.themes[0]!;
  const own = view.canEdit && theme.from === null;
  return (
    <StagePage tools={view.canEdit && create}>
      <div className={classes.page}>
        <nav className={classes.list} aria-label="Themes">
          {view.themes.map(({ name, components }) => (
            <button
              key={name}
              type="button"
              aria-current={name === theme.name ? 'true' : undefined}
              onClick={() => setQuery({ theme: name })}
            >
              <span>{name}</span>
              <small>{counted(components.length, 'component')}</small>
            </button>
          ))}
        </nav>
        <section className={classes.theme} aria-label={`Theme ${theme.name}`}>
          <header>
            <div>
              <h2>{theme.name}</h2>
              <Text size="sm" c="dimmed">
                {[theme.description, theme.from && `From ${theme.from}.`].filter(Boolean).join(' ')}
              </Text>
              <Text size="sm" c="dimmed">
                {theme.components.length > 0
                  ? `Followed by ${listed(theme.components)}.`
                  : 'No component follows this theme.'}
              </Text>
            </div>
            {view.canEdit && (
              <div className={classes.actions}>
                <Button onClick={() => setQuery({ apply: theme.name })}>Apply theme</Button>
                <Menu position="bottom-end">
                  <Menu.Target>
                    <ActionIcon variant="default" aria-label={`Actions for theme ${theme.name}`}>
                      <IconDots size={16} />
                    </ActionIcon>
                  </Menu.Target>
                  <Menu.Dropdown>
                    {own && <Menu.Item onClick={() => setDoing('edit')}>Edit name and description</Menu.Item>}
                    <Menu.Item onClick={() => setDoing('copy')}>Duplicate theme</Menu.Item>
                    {own && (
                      <Menu.Item color="red" onClick={() => setDoing('remove')}>
                        Remove theme
                      </Menu.Item>
                    )}
                  </Menu.Dropdown>
                </Menu>
              </div>
            )}
          </header>
          <div className={classes.halves}>
            <Styles key={theme.name} theme={theme} own={own} />
            <PreviewFrame
              title={`Elements of theme ${theme.name}`}
              html={theme.drawing.html}
              css={theme.drawing.css}
              attributes={contextAttributes(lens)}
              backdrop={PAGE_BACKDROP}
              padding={16}
            />
          </div>
        </section>
      </div>
      {form}
      {doing === 'edit' && <ThemeForm theme={theme} close={() => setDoing(null)} />}
      {doing === 'copy' && <ThemeForm theme={null} copy={theme.name} close={() => setDoing(null)} />}
      {doing === 'remove' && (
        <ConfirmRemoval
          title={`Remove theme ${theme.name}`}
          action="Remove theme"
          close={() => setDoing(null)}
          confirm={() => void put('removeTheme', { theme: theme.name })}
        >
          {theme.components.length > 0
            ? `${counted(theme.components.length, 'component')} will follow no theme and lose what the theme says: ${theme.components.join(', ')}.`
            : 'No component follows this theme.'}
        </ConfirmRemoval>
      )}
      {view.canEdit && query.get('apply') !== null && (
        <ApplyTheme
          view={view}
          theme={query.get('apply')!}
          chosen={query.get('components')?.split(',')}
          close={() => setQuery({ apply: null, components: null })}
        />
      )}
    </StagePage>
  );
}

/** What a theme says of each element, at rest and in the states it speaks of, as declarations of CSS. */
function Styles({ theme, own }: { theme: Theme; own: boolean }) {
  const [more, setMore] = useState<{ element: ThemeElement; state: string }[]>([]);
  const rows = ELEMENTS.flatMap((element) => [
    { element, state: null as string | null },
    ...THEME_STATES.filter(
      (state) =>
        theme.styles.some((one) => one.element === element && one.state === state) ||
        more.some((one) => one.element === element && one.state === state),
    ).map((state) => ({ element, state: state as string | null })),
  ]);
  return (
    <table className={`rows ${classes.styles}`} aria-label="Element styles">
      <thead>
        <tr>
          <th>Element</th>
          <th>Style</th>
          <th>
            <span className="visually-hidden">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ element, state }) => (
          <tr key={`${element} ${state}`}>
            <td>{state === null ? elementLabel(element) : <span className={classes.state}>{state}</span>}</td>
            <td>
              <Style
                theme={theme}
                element={element}
                state={state}
                own={own}
                text={theme.styles.find((one) => one.element === element && one.state === state)?.text ?? ''}
              />
            </td>
            <td>
              {own && state === null && (
                <Menu position="bottom-end">
                  <Menu.Target>
                    <ActionIcon variant="subtle" aria-label={`Add state for ${elementLabel(element)}`}>
                      <IconDots size={14} />
                    </ActionIcon>
                  </Menu.Target>
                  <Menu.Dropdown>
                    {THEME_STATES.map((one) => (
                      <Menu.Item
                        key={one}
                        onClick={() => setMore((now) => [...now, { element, state: one }])}
                      >
                        Add style for {one}
                      </Menu.Item>
                    ))}
                  </Menu.Dropdown>
                </Menu>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Style({
  theme,
  element,
  state,
  text,
  own,
}: {
  theme: Theme;
  element: ThemeElement;
  state: string | null;
  text: string;
  own: boolean;
}) {
  const { put, refusal } = useStore();
  const [typed, setTyped] = useState<string | null>(null);
  // Enter stores, and so does leaving the field: once is enough.
  const saving = useRef(false);
  const label = `Style of ${elementLabel(element)}${state === null ? '' : ` (${state})`}`;
  if (!own) return <code className={classes.text}>{text || '–'}</code>;
  const save = async () => {
    if (saving.current) return;
    if (typed === null || typed.trim() === text) return setTyped(null);
    saving.current = true;
    if (await put('setThemeStyle', { theme: theme.name, element, state, text: typed })) setTyped(null);
    saving.current = false;
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <DeclarationsField
        aria-label={label}
        placeholder="color: {…}; padding: 4px"
        value={typed ?? text}
        onChange={setTyped}
        leave={() => setTyped(null)}
        onBlur={() => void save()}
        error={refusalText(refusal)}
      />
    </form>
  );
}
