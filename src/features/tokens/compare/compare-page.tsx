'use client';

import { Button, MultiSelect, SegmentedControl, Text, TextInput } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { memo, useCallback, useEffect, useMemo, useState } from 'react';
import { csvOf } from '@/core/base/csv';
import { counted } from '@/core/base/words';
import { compareTokens, type ComparedRow, type ComparedToken, type Comparison } from '@/core/tokens/compare';
import { DocumentProvider, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { libraryAddress } from '@/features/session/navigation';
import { StagePage } from '@/features/session/page-bar';
import { useWork } from '@/features/session/work';
import { EmptyState } from '@/ui/empty-state';
import { useLens, useLensLink, useQuery } from '@/ui/frame/lens';
import { PageLink } from '@/ui/page-link';
import { PageSkeleton } from '@/ui/page-skeleton';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import { download } from '../download';
import classes from './compare.module.css';

/** Libraries beside this one; more columns cannot be read beside each other. */
const MOST = 3;
/** Rows drawn at first, and more of at a time. */
const ROWS = 200;
const STATES: { value: Comparison | ''; label: string }[] = [
  { value: '', label: 'All' },
  { value: 'different', label: 'Different' },
  { value: 'missing', label: 'Missing' },
  { value: 'same', label: 'Same' },
];

/** Tokens of this library beside those of others, by path, under the lens. */
export function ComparePage() {
  const library = useLibrary();
  const { me, documents } = useWork();
  const lens = useLens(library.axes);
  const [query, setQuery] = useQuery();
  const others = documents.filter(({ kind, slug }) => kind === 'library' && slug !== library.slug);
  const chosen = (query.get('with') ?? '')
    .split(',')
    .filter((slug) => others.some((one) => one.slug === slug))
    .slice(0, MOST);
  const own = useDocumentQuery('tokenValues', { lens });
  const [read, keepRead] = useState<Record<string, readonly ComparedToken[]>>({});
  const take = useCallback(
    (slug: string, tokens: readonly ComparedToken[]) => keepRead((now) => ({ ...now, [slug]: tokens })),
    [],
  );
  const nameOf = (slug: string) => others.find((one) => one.slug === slug)!.name;
  const columns = [library.name, ...chosen.map(nameOf)];
  const there = own !== undefined && chosen.every((slug) => read[slug]);
  const rows = useMemo(
    () => (there ? compareTokens([own, ...chosen.map((slug) => read[slug]!)]) : []),
    // What is chosen is a new list with each drawing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [there, own, read, chosen.join()],
  );
  const find = (query.get('find') ?? '').toLowerCase();
  const found = rows.filter(({ path }) => path.toLowerCase().includes(find));
  const state = STATES.find(({ value }) => value === query.get('state'))?.value ?? '';
  const shown = state === '' ? found : found.filter((row) => row.state === state);
  if (others.length === 0)
    return (
      <StagePage>
        <EmptyState title="No other library.">
          With another library in the workspace, tokens of both are shown side by side here.
        </EmptyState>
      </StagePage>
    );
  return (
    <StagePage
      tools={
        <>
          <MultiSelect
            aria-label="Compare with"
            placeholder={chosen.length === 0 ? 'Choose libraries' : ''}
            w={300}
            searchable
            hidePickedOptions
            selectFirstOptionOnChange
            maxValues={MOST}
            value={chosen}
            data={others.map(({ slug, name }) => ({ value: slug, label: name }))}
            onChange={(slugs) => setQuery({ with: slugs.join(',') || null })}
          />
          {chosen.length > 0 && (
            <Button
              variant="default"
              leftSection={<IconDownload size={14} />}
              disabled={!there}
              onClick={() =>
                download(
                  `${library.slug}-compared.csv`,
                  csvOf(
                    ['path', 'comparison', ...columns],
                    shown.map((row) => [
                      row.path,
                      row.state,
                      ...row.cells.map((cell) => shortValue(cell?.css)),
                    ]),
                  ),
                )
              }
            >
              CSV
            </Button>
          )}
        </>
      }
    >
      {chosen.map((slug) => (
        <DocumentProvider
          key={slug}
          kind="library"
          slug={slug}
          person={me.person.id}
          live={false}
          waiting={<span className="visually-hidden" role="status" aria-label={`Opening ${nameOf(slug)}`} />}
        >
          <Read slug={slug} lens={lens} take={take} />
        </DocumentProvider>
      ))}
      {chosen.length === 0 ? (
        <EmptyState title="Choose libraries to compare.">
          Tokens of {library.name} and of up to {counted(MOST, 'other library', 'other libraries')} stand side
          by side: which have another value, and which are missing.
        </EmptyState>
      ) : !there ? (
        <PageSkeleton />
      ) : (
        <>
          <div className={classes.bar}>
            <SegmentedControl
              aria-label="Rows shown"
              value={state}
              data={STATES.map(({ value, label }) => ({
                value,
                label: `${label} ${value === '' ? found.length : found.filter((row) => row.state === value).length}`,
              }))}
              onChange={(value) => setQuery({ state: value || null })}
            />
            <TextInput
              aria-label="Find a token"
              placeholder="Find a token"
              value={query.get('find') ?? ''}
              onChange={(event) => setQuery({ find: event.currentTarget.value || null })}
            />
          </div>
          <Rows key={`${state} ${find}`} rows={shown} columns={columns} />
        </>
      )}
    </StagePage>
  );
}

/** Hands on what another library’s tokens come to. */
function Read({
  slug,
  lens,
  take,
}: {
  slug: string;
  lens: Record<string, string>;
  take: (slug: string, tokens: readonly ComparedToken[]) => void;
}) {
  const tokens = useDocumentQuery('tokenValues', { lens });
  useEffect(() => {
    if (tokens) take(slug, tokens);
  }, [slug, tokens, take]);
  return null;
}

const Rows = memo(function Rows({ rows, columns }: { rows: readonly ComparedRow[]; columns: string[] }) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const [count, setCount] = useState(ROWS);
  if (rows.length === 0) return <Text c="dimmed">No token is like this.</Text>;
  return (
    <>
      <table className={`rows ${classes.rows}`} aria-label="Tokens compared">
        <thead>
          <tr>
            <th>Path</th>
            {columns.map((name) => (
              <th key={name}>{name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, count).map(({ path, cells, state }) => (
            <tr key={path} data-state={state}>
              <td className="path">
                {cells[0] ? (
                  <PageLink href={link(libraryAddress(library.slug, `tokens/${path}`))}>{path}</PageLink>
                ) : (
                  path
                )}
              </td>
              {cells.map((cell, i) => (
                <td key={i}>
                  {cell ? (
                    <span className={classes.value}>
                      <Specimen type={cell.type} css={cell.css} path={path} />
                      <span className="path">{shortValue(cell.css)}</span>
                    </span>
                  ) : (
                    <span className={classes.missing}>Missing</span>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > count && (
        <Button variant="default" mt="sm" onClick={() => setCount(count + ROWS)}>
          Show more tokens ({rows.length - count} left)
        </Button>
      )}
    </>
  );
});
