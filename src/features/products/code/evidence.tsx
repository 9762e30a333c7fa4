import { SegmentedControl, Skeleton, Text, UnstyledButton, VisuallyHidden } from '@mantine/core';
import { IconChevronDown, IconChevronRight } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { Fragment } from 'react';
import type { AnswerOf } from '@/api/operations';
import { counted, plural } from '@/core/base/words';
import type { UsedComponent } from '@/core/usage/summary';
import { useCall } from '@/features/session/call';
import { useQuery } from '@/ui/frame/lens';
import { Specimen } from '@/ui/specimen/swatch';
import { dayText } from '@/ui/day-text';
import type { Commit } from './code-page';
import { FilesView } from './files-view';
import { Patch } from './patch';
import { SourceExcerpt } from './source-excerpt';
import { ValueActions } from './value-actions';
import classes from './code.module.css';

type Found = AnswerOf<'scans.read'>['found'];
type Place = Found['bypasses'][number]['places'][number];

const AS = { exact: 'Equal to', near: 'Near to', foreign: 'No token' } as const;

/** What stands in one commit: each figure with the lines it comes from. */
export function Evidence({
  slug,
  commit,
  library,
  isScanned,
  propose,
}: {
  slug: string;
  commit: Commit;
  library: string | undefined;
  isScanned: boolean;
  propose: ((value: string, token: string) => void) | undefined;
}) {
  const [query, setQuery] = useQuery();
  const shown = query.get('show') ?? (isScanned ? 'raw' : 'changes');
  return (
    <section aria-label="Commit" className={`sheet ${classes.evidence}`}>
      <header>
        <h2>{commit.title}</h2>
        <Text size="sm" c="dimmed">
          {commit.author}, {dayText(commit.at)}, <code>{commit.hash.slice(0, 10)}</code>
        </Text>
      </header>
      <SegmentedControl
        aria-label="What to show"
        value={shown}
        onChange={(value) => setQuery({ show: value, value: null, place: null, file: null })}
        data={[
          { value: 'raw', label: 'Raw values' },
          { value: 'components', label: 'Components' },
          { value: 'deprecated', label: 'Deprecated and unknown' },
          { value: 'changes', label: 'Changes' },
          { value: 'files', label: 'Files' },
        ]}
      />
      {shown === 'files' ? (
        <FilesView slug={slug} commit={commit.hash} />
      ) : shown === 'changes' ? (
        <Patch slug={slug} commit={commit.hash} />
      ) : isScanned && library !== undefined ? (
        <FoundIn slug={slug} commit={commit.hash} library={library} shown={shown} propose={propose} />
      ) : (
        <Text c="dimmed">This commit was not scanned yet. Scan new commits to see what stands in it.</Text>
      )}
    </section>
  );
}

function FoundIn({
  slug,
  commit,
  library,
  shown,
  propose,
}: {
  slug: string;
  commit: string;
  library: string;
  shown: string;
  propose: ((value: string, token: string) => void) | undefined;
}) {
  const { data, error } = useCall('GET /products/{slug}/scans/{commit}', { slug, commit, library });
  if (error) return <Text c="var(--mantine-color-error)">{error.message}</Text>;
  if (!data || data.commit !== commit)
    return <Skeleton height={180} role="status" aria-label="Reading the scan" />;
  const { bypasses, deprecated, unknown, unreadable, components = [] } = data.found;
  if (shown === 'components')
    return <UsedComponents slug={slug} commit={commit} library={library} components={components} />;
  if (shown === 'raw')
    return bypasses.length === 0 ? (
      <Text>No raw values: whatever could be a token is one.</Text>
    ) : (
      <Rows
        slug={slug}
        commit={commit}
        head={['Value', 'Compared with tokens', 'Times']}
        rows={bypasses.map((one) => ({
          key: `${one.kind} ${one.value}`,
          title: one.value,
          cells: [
            <span key="value" className={classes.value}>
              {one.kind === 'color' && <Specimen type="color" css={one.css ?? one.value} />}
              <code>{one.value}</code>
            </span>,
            <Fragment key="as">
              {AS[one.as]}
              {one.suggest.length > 0 && ' '}
              {one.suggest.slice(0, 3).map((path, i) => (
                <Fragment key={path}>
                  {i > 0 && ', '}
                  <PageLink href={`/libraries/${library}/tokens/${path}`} className="path">
                    {path}
                  </PageLink>
                </Fragment>
              ))}
            </Fragment>,
            one.count,
          ],
          places: one.places,
          count: one.count,
          actions: <ValueActions value={one} library={library} propose={propose} />,
        }))}
      />
    ); // prettier-ignore
  const rows = [
    ...deprecated.map((one) => ({ ...one, title: one.path, what: 'Deprecated token' })),
    ...unknown.map((one) => ({ ...one, title: one.name, what: 'Neither a token nor set in this source' })),
  ];
  return (
    <>
      {rows.length === 0 && <Text>No deprecated tokens are used, and every name is known.</Text>}
      {rows.length > 0 && (
        <Rows
          slug={slug}
          commit={commit}
          head={['Name', 'What it is', 'Times']}
          rows={rows.map(({ title, what, count, places }) => ({
            key: title,
            title,
            cells: [<code key="name">{title}</code>, what, count],
            places,
            count,
          }))}
        />
      )}
      <LeftOutFiles files={data.found.leftOut ?? []} />
      {unreadable.length > 0 && (
        <Text size="sm" mt="md">
          {counted(unreadable.length, 'file')} could not be read:{' '}
          {unreadable.map(({ message }) => message).join('; ')}.
        </Text>
      )}
    </>
  );
}

const WHY = { large: 'too large', minified: 'minified', generated: 'generated' } as const;

/** Files that were not counted, and why. */
function LeftOutFiles({ files }: { files: NonNullable<Found['leftOut']> }) {
  if (files.length === 0) return null;
  return (
    <Text size="sm" mt="md">
      {counted(files.length, 'file')} left out:{' '}
      {files.map(({ file, why }) => `${file} (${WHY[why]})`).join(', ')}.
    </Text>
  );
}

/** Components of the library as the source uses them, with the values of their props. */
function UsedComponents({
  slug,
  commit,
  library,
  components,
}: {
  slug: string;
  commit: string;
  library: string;
  components: readonly UsedComponent[];
}) {
  if (components.length === 0)
    return (
      <Text>
        No component of this library is used: none by its tag ({library}-button), by an import from a package
        of that name, or by the class of delivered markup.
      </Text>
    );
  return (
    <Rows
      slug={slug}
      commit={commit}
      head={['Component', 'Props set', 'Times']}
      rows={components.map(({ name, props, count, places }) => ({
        key: name,
        title: name,
        cells: [
          name,
          <span key="props" className={classes.props}>
            {props.map((prop) => (
              <span key={prop.name}>
                <b>{prop.name}</b>{' '}
                {prop.values
                  .map(([value, times]) => `${value ?? 'worked out'}${times > 1 ? ` × ${times}` : ''}`)
                  .join(', ')}
              </span>
            ))}
          </span>,
          count,
        ],
        places,
        count,
        actions: (
          <PageLink
            href={`/libraries/${library}/components/${name}`}
            aria-label={`Open ${name} in the library`}
          >
            Open
          </PageLink>
        ),
      }))}
    />
  );
}

interface Row {
  key: string;
  title: string;
  cells: React.ReactNode[];
  count: number;
  places: readonly Place[];
  actions?: React.ReactNode;
}

/** Rows that open onto the lines they count. */
function Rows({ slug, commit, head, rows }: { slug: string; commit: string; head: string[]; rows: Row[] }) {
  const [query, setQuery] = useQuery();
  const open = query.get('value');
  return (
    <table className="rows">
      <thead>
        <tr>
          {head.map((title, i) => (
            <th key={title} className={i === head.length - 1 ? 'number' : undefined}>
              {title}
            </th>
          ))}
          {rows.some(({ actions }) => actions !== undefined) && (
            <th>
              <VisuallyHidden>Actions</VisuallyHidden>
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const isOpen = open === row.key;
          return (
            <Fragment key={row.key}>
              <tr>
                {row.cells.map((cell, i) => (
                  <td key={i} className={i === row.cells.length - 1 ? 'number' : undefined}>
                    {i === 0 ? (
                      <UnstyledButton
                        fz="inherit"
                        className={classes.opener}
                        aria-expanded={isOpen}
                        aria-label={`Lines with ${row.title}`}
                        onClick={() => setQuery({ value: isOpen ? null : row.key, place: null })}
                      >
                        {isOpen ? <IconChevronDown size={14} aria-hidden /> : <IconChevronRight size={14} aria-hidden />}
                        {cell}
                      </UnstyledButton>
                    ) : (
                      cell
                    )}
                  </td>
                ))}
                {row.actions !== undefined && <td className={classes.actions}>{row.actions}</td>}
              </tr>
              {isOpen && (
                <tr>
                  <td colSpan={head.length + (row.actions === undefined ? 0 : 1)}>
                    <Places slug={slug} commit={commit} row={row} />
                  </td>
                </tr>
              )}
            </Fragment>
          );
        })}
      </tbody>
    </table>
  ); // prettier-ignore
}

function Places({ slug, commit, row }: { slug: string; commit: string; row: Row }) {
  const [query, setQuery] = useQuery();
  const open = query.get('place');
  return (
    <ul className={classes.places}>
      {row.places.map(({ file, line, source }) => {
        const place = `${file}:${line}`;
        return (
          <li key={place}>
            <UnstyledButton
              fz="inherit"
              aria-expanded={open === place}
              onClick={() => setQuery({ place: open === place ? null : place })}
            >
              <span className={classes.place}>{place}</span> <code>{source}</code>
            </UnstyledButton>
            {open === place && <SourceExcerpt slug={slug} commit={commit} file={file} line={line} />}
          </li>
        );
      })}
      {row.count > row.places.length && (
        <li>
          and {row.count - row.places.length} {plural(row.count - row.places.length, 'place')} more
        </li>
      )}
    </ul>
  );
}
