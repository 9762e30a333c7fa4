'use client';

import { counted } from '@/core/base/words';
import { Button, Checkbox, Group, Menu, Text } from '@mantine/core';
import { IconDownload, IconSortAscending, IconSortDescending } from '@tabler/icons-react';
import Link from 'next/link';
import { useEffect, useMemo, useState } from 'react';
import type { TokenOrder } from '@/editing/tokens/select';
import type { CommandArguments } from '@/editing/commands';
import { useAsk, useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLens, useLensLink, useQuery } from '@/ui/frame/lens';
import { useOneTabStop } from '@/ui/one-tab-stop';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import { toggled } from '@/ui/toggled';
import { download } from '../download';
import { TokenFilters, useTokenFilter } from '../tiers/filters';
import { StagePage } from '@/features/session/page-bar';
import { DeprecateTokens, DuplicateToken, MoveTokens, RemoveTokens, ReplaceInPaths } from './table-dialogs';
import classes from './table.module.css';

const PAGE = 100;
const TIERS = ['primitive', 'semantic', 'component'] as const;
const COLUMNS: { order: TokenOrder; label: string }[] = [
  { order: 'path', label: 'Path' },
  { order: 'type', label: 'Type' },
  { order: 'value', label: 'Value' },
  { order: 'uses', label: 'Uses' },
];
const ORDERS: readonly string[] = ['library', 'path', 'type', 'value', 'uses'];

const DIALOGS = {
  move: MoveTokens,
  replace: ReplaceInPaths,
  duplicate: DuplicateToken,
  remove: RemoveTokens,
  deprecate: DeprecateTokens,
};

/** Tokens as a table: sorted, filtered, many chosen and changed at once; all of it in the address. */
export function TablePage() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const link = useLensLink(library.axes);
  const [query, setQuery] = useQuery();
  const [filter, setFind] = useTokenFilter();
  const asked = query.get('order') ?? 'library';
  const order = (ORDERS.includes(asked) ? asked : 'library') as TokenOrder;
  const down = query.get('down') !== null;
  const page = Math.max(0, Number(query.get('page') ?? 1) - 1 || 0);
  // The rows are one tab stop: arrow keys go through boxes and names.
  const stop = useOneTabStop<HTMLTableSectionElement>('input, a');
  const view = useDocumentQuery('tokenList', { lens, filter, order, down, from: page * PAGE, count: PAGE });
  const tiers = useDocumentQuery('tiers', { lens, filter: {}, folded: [], from: 0, to: 0, selected: null });
  const ask = useAsk();
  const { run } = useCommand();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [doing, setDoing] = useState<keyof typeof DIALOGS | null>(null);
  const filterText = JSON.stringify(filter);
  useEffect(() => setChosen(new Set()), [filterText]);
  const paths = useMemo(() => [...chosen], [chosen]);
  const Dialog = doing && DIALOGS[doing];
  const setAll = async (change: Pick<CommandArguments<'setLifecycle'>, 'tier' | 'visibility'>) => {
    if (await run('setLifecycle', { paths, ...change })) setChosen(new Set());
  };
  if (!view) return <StagePage>{null}</StagePage>;
  const pages = Math.ceil(view.total / PAGE);
  const sort = (next: TokenOrder) =>
    setQuery(
      next === order ? (down ? { order: null, down: null } : { down: 'yes' }) : { order: next, down: null },
    );
  return (
    <StagePage
      tools={
        <Button
          variant="default"
          leftSection={<IconDownload size={14} />}
          onClick={() =>
            void ask('tokenCsv', { lens, filter, order, down }).then((text) =>
              download(`${library.slug}-tokens.csv`, text),
            )
          }
        >
          CSV
        </Button>
      }
    >
      <Group mb="sm" gap="xs">
        <TokenFilters
          find={filter.find ?? ''}
          onFind={setFind}
          types={tiers?.types ?? []}
          origins={tiers?.origins ?? []}
        />
        <Text size="sm" c="dimmed">
          {view.total} of {library.counts.tokens}
        </Text>
        {library.canEdit && (
          <Group gap="xs" ml="auto">
            <Button variant="default" onClick={() => setDoing('replace')}>
              Find and replace in paths
            </Button>
            <Menu position="bottom-end" disabled={paths.length === 0}>
              <Menu.Target>
                <Button disabled={paths.length === 0}>
                  {paths.length === 0 ? 'Actions' : `Actions for ${counted(paths.length, 'token')}`}
                </Button>
              </Menu.Target>
              <Menu.Dropdown>
                <Menu.Item onClick={() => setDoing('move')}>Move to a group …</Menu.Item>
                {paths.length === 1 && (
                  <Menu.Item onClick={() => setDoing('duplicate')}>Duplicate …</Menu.Item>
                )}
                {TIERS.map((tier) => (
                  <Menu.Item key={tier} onClick={() => void setAll({ tier })}>
                    Set tier: {tier}
                  </Menu.Item>
                ))}
                <Menu.Item onClick={() => void setAll({ visibility: 'internal' })}>Make internal</Menu.Item>
                <Menu.Item onClick={() => void setAll({ visibility: 'released' })}>
                  Include in releases
                </Menu.Item>
                <Menu.Item onClick={() => setDoing('deprecate')}>Deprecate …</Menu.Item>
                <Menu.Item color="red" onClick={() => setDoing('remove')}>
                  Remove …
                </Menu.Item>
              </Menu.Dropdown>
            </Menu>
          </Group>
        )}
      </Group>
      <div className={classes.holder} tabIndex={0} role="region" aria-label="Table of tokens">
        <table className="rows">
          <thead>
            <tr>
              <th>
                {library.canEdit && (
                  <Checkbox
                    aria-label="Select all on this page"
                    checked={view.rows.length > 0 && view.rows.every((row) => chosen.has(row.path))}
                    onChange={(event) =>
                      setChosen(
                        event.currentTarget.checked
                          ? new Set([...chosen, ...view.rows.map((row) => row.path)])
                          : new Set(),
                      )
                    }
                  />
                )}
              </th>
              {COLUMNS.map((column) => (
                <th
                  key={column.order}
                  aria-sort={order === column.order ? (down ? 'descending' : 'ascending') : 'none'}
                >
                  <button className={classes.sort} onClick={() => sort(column.order)}>
                    {column.label}
                    {order === column.order ? (
                      down ? (
                        <IconSortDescending size={13} aria-hidden />
                      ) : (
                        <IconSortAscending size={13} aria-hidden />
                      )
                    ) : null}
                  </button>
                </th>
              ))}
              <th>Tier</th>
              <th>Varies by</th>
              <th>Library</th>
              <th className="number">Findings</th>
            </tr>
          </thead>
          <tbody {...stop}>
            {view.rows.map((row) => (
              <tr key={row.path} data-chosen={chosen.has(row.path) || undefined}>
                <td>
                  {library.canEdit && (
                    <Checkbox
                      aria-label={`Select ${row.path}`}
                      checked={chosen.has(row.path)}
                      disabled={row.origin !== undefined}
                      onChange={() => setChosen((old) => toggled(old, row.path))}
                    />
                  )}
                </td>
                <td className="path">
                  <Link
                    href={link(`/libraries/${library.slug}/tokens/${encodeURIComponent(row.path)}`)}
                    style={row.deprecated ? { textDecoration: 'line-through' } : undefined}
                  >
                    {row.path}
                  </Link>
                  {row.internal ? <span className={classes.quiet}> internal</span> : null}
                </td>
                <td>{row.type}</td>
                <td>
                  <span className={classes.value}>
                    <Specimen type={row.type} css={row.css} path={row.path} />
                    {row.alias ? `→ ${row.alias}` : shortValue(row.css)}
                  </span>
                </td>
                <td className="number">{row.uses}</td>
                <td>{row.tier}</td>
                <td>{row.varies.join(', ')}</td>
                <td>{row.origin ?? ''}</td>
                <td className="number">{row.findings || ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {view.rows.length === 0 && (
          <Text p="lg" size="sm">
            No tokens match the filter. Clear the filter to see all tokens.
          </Text>
        )}
      </div>
      {pages > 1 && (
        <Group mt="sm" gap="xs">
          <Button variant="default" disabled={page === 0} onClick={() => setQuery({ page: String(page) })}>
            Previous
          </Button>
          <Text size="sm">
            {page * PAGE + 1} to {Math.min(view.total, (page + 1) * PAGE)} of {view.total}
          </Text>
          <Button
            variant="default"
            disabled={page >= pages - 1}
            onClick={() => setQuery({ page: String(page + 2) })}
          >
            Next
          </Button>
        </Group>
      )}
      {Dialog && (
        <Dialog
          paths={paths}
          lens={lens}
          close={() => setDoing(null)}
          done={() => {
            setChosen(new Set());
            setDoing(null);
          }}
        />
      )}
    </StagePage>
  );
}
