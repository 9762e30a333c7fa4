'use client';

import { EmptyState } from '@/ui/empty-state';
import { FirstTokens } from '@/features/session/library-link';
import { Button, Group, SegmentedControl, Text, TextInput, UnstyledButton } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconDownload } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { csvOf } from '@/core/base/csv';
import { listed } from '@/core/base/words';
import { StagePage } from '@/features/session/page-bar';
import { download } from '@/features/tokens/download';
import { Specimen } from '@/ui/specimen/swatch';
import { useMemo } from 'react';
import type { UsageRow, UsageView } from '@/editing/usage/queries/usage';
import { useCall } from '@/features/session/call';
import { useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLensLink, useQuery } from '@/ui/frame/lens';
import { PageSkeleton } from '@/ui/page-skeleton';
import { SourceCoverage } from './source-coverage';
import classes from './usage.module.css';

const NOTHING = {};
/** A row with how often the newest commits of products name it. */
type Row = UsageRow & { source: number };
const COLUMNS: { key: string; label: string; value: (row: Row) => number | string; number: boolean }[] = [
  { key: 'title', label: 'Token or component', value: (row) => row.title, number: false },
  { key: 'direct', label: 'Direct uses', value: (row) => row.direct, number: true },
  { key: 'indirect', label: 'Indirect uses', value: (row) => row.indirect, number: true },
  { key: 'tokens', label: 'Tokens', value: (row) => row.by.tokens, number: true },
  { key: 'components', label: 'Components', value: (row) => row.by.components, number: true },
  { key: 'guides', label: 'Guides', value: (row) => row.by.guides, number: true },
  { key: 'screens', label: 'Screens', value: (row) => row.by.screens, number: true },
  { key: 'products', label: 'Products', value: (row) => row.by.products, number: true },
  { key: 'source', label: 'In source', value: (row) => row.source, number: true },
];

/** A figure by name; 0 where there is none. */
const countIn = (counts: Record<string, number> | undefined, name: string): number =>
  counts && Object.hasOwn(counts, name) ? counts[name]! : 0;

/** How often each token and component is used, by what; direct uses and what is reached through others apart. */
export function Usage() {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const view = useDocumentQuery('usage', NOTHING);
  const scans = useCall('GET /libraries/{slug}/scans', { slug: library.slug });
  const inSource = scans.data;
  const [query, setQuery] = useQuery();
  const kind = query.get('kind') ?? 'all';
  const find = query.get('find') ?? '';
  const sort = query.get('sort') ?? 'direct';
  const up = query.get('up') === 'true';
  const open = query.get('of');
  const rows = useMemo(() => {
    const column = COLUMNS.find((one) => one.key === sort) ?? COLUMNS[1]!;
    const all = (view?.rows ?? []).map((row): Row => ({ ...row, source: countIn(row.kind === 'token' ? inSource?.tokens : inSource?.components, row.title) })); // prettier-ignore
    const fitting = all.filter(
      (row) =>
        (kind === 'all' ||
          (kind === 'unused' ? row.direct === 0 && !row.byName && row.source === 0 : row.kind === kind)) &&
        row.title.toLowerCase().includes(find.toLowerCase()),
    );
    return fitting.sort((a, b) => {
      const [x, y] = [column.value(a), column.value(b)];
      const order = x < y ? -1 : x > y ? 1 : 0;
      return (
        (column.number && !up ? -order : up && !column.number ? -order : order) ||
        (a.title < b.title ? -1 : 1)
      );
    });
  }, [view, inSource, kind, find, sort, up]);
  if (!view) return <StagePage>{null}</StagePage>;
  if (view.rows.length === 0)
    return (
      <StagePage>
        <EmptyState title="Nothing to count yet." actions={library.canEdit && <FirstTokens />}>
          How often each token and component of {library.name} is used, and by what, appears here: first by
          its own components and guides, then by the screens of products.
        </EmptyState>
      </StagePage>
    );
  const csv = () => {
    download(
      `${library.slug}-usage.csv`,
      csvOf(
        COLUMNS.map((column) => column.label),
        rows.map((row) => COLUMNS.map((column) => String(column.value(row)))),
      ),
      'text/csv',
    );
  };
  const most = Math.max(1, ...view.rows.map((row) => row.direct));
  return (
    <StagePage>
      <Overview view={view} last={library.last} />
      {scans.data && <SourceCoverage products={scans.data.products} />}
      <Group mb="md">
        <SegmentedControl
          aria-label="Which rows"
          value={kind}
          onChange={(value) => setQuery({ kind: value === 'all' ? null : value })}
          data={[
            { value: 'all', label: 'All' },
            { value: 'token', label: 'Tokens' },
            { value: 'component', label: 'Components' },
            { value: 'unused', label: 'Unused' },
          ]}
        />
        <TextInput
          aria-label="Search"
          placeholder="Search"
          value={find}
          onChange={(event) => setQuery({ find: event.currentTarget.value })}
        />
        <Text size="sm" c="dimmed">
          {rows.length} rows
        </Text>
        <Button variant="default" ml="auto" leftSection={<IconDownload size={14} />} onClick={csv}>
          Download as CSV
        </Button>
      </Group>
      <div className={open ? classes.split : undefined}>
        <div className={classes.sheet}>
          <table className="rows">
            <thead>
              <tr>
                {COLUMNS.map((column) => (
                  <th
                    key={column.key}
                    className={column.number ? 'number' : undefined}
                    aria-sort={sort === column.key ? (up ? 'ascending' : 'descending') : undefined}
                  >
                    <UnstyledButton
                      fz="inherit"
                      fw="inherit"
                      onClick={() =>
                        setQuery({ sort: column.key, up: sort === column.key && !up ? 'true' : null })
                      }
                    >
                      {column.label}{' '}
                      {sort === column.key ? (
                        up ? (
                          <IconArrowUp size={12} aria-hidden />
                        ) : (
                          <IconArrowDown size={12} aria-hidden />
                        )
                      ) : null}
                    </UnstyledButton>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.id} className={row.id === open ? classes.open : classes.row}>
                  <td>
                    <span className={classes.named}>
                      {row.type !== undefined && <Specimen type={row.type} css={row.css} path={row.title} />}
                      <PageLink href={link(row.href)} className="path">
                        {row.title}
                      </PageLink>
                    </span>
                  </td>
                  <td className="number">
                    <span
                      className={classes.bar}
                      style={{ width: Math.round((row.direct / most) * 60) }}
                      aria-hidden
                    />
                    <UnstyledButton
                      fz="inherit"
                      className={classes.count}
                      aria-label={`${row.title}: ${row.direct} direct uses, show them`}
                      onClick={() => setQuery({ of: row.id === open ? null : row.id })}
                    >
                      {row.direct}
                    </UnstyledButton>
                  </td>
                  {COLUMNS.slice(2).map((column) => (
                    <td key={column.key} className="number">
                      {column.value(row) === 0 ? (
                        <span style={{ color: 'var(--mantine-color-dimmed)' }}>0</span>
                      ) : (
                        column.value(row)
                      )}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {open && <Uses id={open} link={link} />}
      </div>
    </StagePage>
  );
}

/** What share of the library is used, and which release each product is pinned to. */
function Overview({ view, last }: { view: UsageView; last: string | null }) {
  const { used, versions } = view;
  const share = (some: number, all: number) => (all === 0 ? 0 : Math.round((some / all) * 100));
  const products = versions.reduce((sum, one) => sum + one.products.length, 0);
  return (
    <div className={classes.overview}>
      {(
        [
          ['Tokens used', used.tokens, used.allTokens],
          ['Components used', used.components, used.allComponents],
        ] as const
      ).map(([label, some, all]) => (
        <figure key={label}>
          <figcaption>{label}</figcaption>
          <strong>{share(some, all)} %</strong>
          <span className={classes.meter} aria-hidden>
            <span style={{ width: `${share(some, all)}%` }} />
          </span>
          <small>
            {some} of {all} have a direct use
          </small>
        </figure>
      ))}
      <figure className={classes.spread}>
        <figcaption>Releases in use</figcaption>
        {products === 0 ? (
          <small>No product uses this library yet.</small>
        ) : (
          <ul>
            {versions.map(({ version, products: names }) => (
              <li key={version}>
                <b>{version}</b>
                <span className={classes.meter} aria-hidden>
                  <span
                    data-newest={version === last || undefined}
                    style={{ width: `${(names.length / products) * 100}%` }}
                  />
                </span>
                <small>{listed(names)}</small>
              </li>
            ))}
          </ul>
        )}
      </figure>
    </div>
  );
}

function Uses({ id, link }: { id: string; link: (href: string) => string }) {
  const view = useDocumentQuery('uses', { id });
  if (!view) return <PageSkeleton label="Loading the uses" height={160} />;
  return (
    <aside className={classes.uses} aria-label={`Uses of ${view.title}`}>
      <h2 className="path">{view.title}</h2>
      <h3>{view.direct.length} direct</h3>
      <ul>
        {view.direct.map((use, i) => (
          <li key={i}>
            <PageLink href={link(use.href)}>{use.title}</PageLink>{' '}
            <small>{use.inside ? `in ${use.inside}` : `${use.kind}, ${use.place}`}</small>
          </li>
        ))}
      </ul>
      <h3>{view.indirect.length} indirect</h3>
      <ul>
        {view.indirect.map((use) => (
          <li key={use.id}>
            <PageLink href={link(use.href)}>{use.title}</PageLink>{' '}
            <small>
              {use.inside ? `in ${use.inside}` : use.kind}, {use.steps} steps
            </small>
          </li>
        ))}
      </ul>
    </aside>
  );
}
