'use client';

import { Button, Group, Select, SegmentedControl, Text, TextInput } from '@mantine/core';
import { PageLink } from '@/ui/page-link';
import { useState, type CSSProperties } from 'react';
import { notifyRefusal, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLens, useLensLink, useQuery } from '@/ui/frame/lens';
import { EmptyState } from '@/ui/empty-state';
import { StagePage } from '@/features/session/page-bar';
import { MakeRoles } from './make-roles';
import { TextStyleFields } from './text-style-fields';
import classes from './text-styles.module.css';

/** Words in several scripts, so that one sees whether a face holds them; made up for the purpose. */
const SAMPLES = [
  { value: 'The last ferry leaves the outer quay at 22:40', label: 'Latin' },
  { value: 'Último transbordador: señal a las 22:40', label: 'Latin with accents' },
  { value: 'Το τελευταίο πλοίο φεύγει στις 22:40', label: 'Greek' },
  { value: 'Последний паром уходит в 22:40', label: 'Cyrillic' },
  { value: 'العبّارة الأخيرة تغادر ٢٢:٤٠', label: 'Arabic' },
  { value: 'המעבורת האחרונה יוצאת ב־22:40', label: 'Hebrew' },
  { value: '最後の渡し船は22時40分に出ます', label: 'Japanese' },
] as const;

/** Every text style as set text, on light and on dark ground, aligned as one likes, with words of one's own. */
export function TextStylesPage() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const link = useLensLink(library.axes);
  const [query, setQuery] = useQuery();
  const view = useDocumentQuery('textStyles', { lens });
  const [making, setMaking] = useState(false);
  const [own, setOwn] = useState<string>(SAMPLES[0].value);
  const align = (query.get('align') ?? 'start') as 'start' | 'center' | 'end';
  if (!view) return <StagePage>{null}</StagePage>;
  const backdrops = [
    { label: 'Light backdrop', css: '#ffffff', ink: '#111111' },
    { label: 'Dark backdrop', css: '#141414', ink: '#f4f4f4' },
    ...view.backdrops
      .slice(0, 8)
      .map((backdrop) => ({ label: backdrop.path, css: backdrop.css, ink: backdrop.ink })),
  ];
  const chosen = query.get('backdrop');
  const shown =
    chosen === null ? backdrops.slice(0, 2) : backdrops.filter((backdrop) => backdrop.label === chosen);
  return (
    <StagePage>
      <Group mb="md" align="end">
        <TextInput
          label="Sample text"
          w={340}
          value={own}
          onChange={(event) => setOwn(event.currentTarget.value)}
        />
        <Select
          label="Script"
          w={170}
          data={SAMPLES.map(({ value, label }) => ({ value, label }))}
          value={SAMPLES.some((sample) => sample.value === own) ? own : null}
          placeholder="Custom"
          onChange={(value) => value && setOwn(value)}
        />
        <SegmentedControl
          aria-label="Aligned"
          value={align}
          onChange={(value) => setQuery({ align: value === 'start' ? null : value })}
          data={[
            { value: 'start', label: 'Left' },
            { value: 'center', label: 'Centred' },
            { value: 'end', label: 'Right' },
          ]}
        />
        <Select
          label="Backdrop"
          w={220}
          value={chosen ?? ''}
          data={[
            { value: '', label: 'Light and dark' },
            ...backdrops.map((backdrop) => ({ value: backdrop.label, label: backdrop.label })),
          ]}
          allowDeselect={false}
          onChange={(value) => setQuery({ backdrop: value })}
        />
      </Group>
      {view.styles.length === 0 && (
        <EmptyState
          title="No text styles yet."
          actions={
            library.canEdit && <Button onClick={() => setMaking(true)}>Create styles for all roles</Button>
          }
        >
          A text style is a typography token: family, size, weight, line height and letter spacing together.
          It is drawn here with your own words, in any script, on any backdrop.
        </EmptyState>
      )}
      {view.styles.length > 0 && view.missing.length > 0 && (
        <Text size="sm" mb="md" c="dimmed">
          Roles without a style: {view.missing.join(', ')}.{' '}
          {library.canEdit && (
            <Button size="compact-xs" variant="default" onClick={() => setMaking(true)}>
              Create styles
            </Button>
          )}
        </Text>
      )}
      <div className={classes.styles}>
        {view.styles.map((style) => (
          <article key={style.path}>
            <header>
              <PageLink
                className="path"
                href={link(`/libraries/${library.slug}/tokens/${encodeURIComponent(style.path)}`)}
              >
                {style.name}
              </PageLink>
              <span>{style.role ?? 'custom role'}</span>
              <small>
                {[
                  style.css['font-family']?.split(',')[0]?.replace(/"/g, ''),
                  style.css['font-weight'],
                  `${style.css['font-size'] ?? '?'} / ${style.css['line-height'] ?? 'normal'}`,
                  style.css['letter-spacing'] && style.css['letter-spacing'] !== '0px'
                    ? `letter spacing ${style.css['letter-spacing']}`
                    : '',
                  style.letterCase,
                  style.paragraphSpacing && `paragraph spacing ${style.paragraphSpacing}`,
                  ...style.sizes.map(({ from, size }) => `${size} from ${from}`),
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </small>
              {library.canEdit && style.own && (
                <Button
                  size="compact-xs"
                  variant="default"
                  aria-expanded={query.get('style') === style.path}
                  onClick={() => setQuery({ style: query.get('style') === style.path ? null : style.path })}
                >
                  {query.get('style') === style.path ? 'Done' : 'Edit style'}
                </Button>
              )}
            </header>
            {query.get('style') === style.path && <TextStyleFields style={style} report={notifyRefusal} />}
            <div className={classes.backdrops}>
              {shown.map((backdrop) => (
                <p
                  key={backdrop.label}
                  data-specimen
                  dir="auto"
                  style={{
                    background: backdrop.css,
                    color: backdrop.ink,
                    textAlign: align,
                    fontFamily: style.css['font-family'],
                    fontSize: style.css['font-size'],
                    fontWeight: style.css['font-weight'] as CSSProperties['fontWeight'],
                    lineHeight: style.css['line-height'],
                    letterSpacing: style.css['letter-spacing'],
                    textTransform: (style.letterCase || undefined) as CSSProperties['textTransform'],
                  }}
                >
                  {own}
                </p>
              ))}
            </div>
          </article>
        ))}
      </div>
      {making && <MakeRoles missing={view.missing} close={() => setMaking(false)} />}
    </StagePage>
  );
}
