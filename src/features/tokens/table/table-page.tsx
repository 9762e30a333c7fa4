'use client';

import { counted } from '@/core/base/words';
import { Button, Checkbox, Group, Menu, Select, Text } from '@mantine/core';
import { IconDownload, IconSortAscending, IconSortDescending } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useRouter } from 'next/navigation';
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { TokenListView } from '@/editing/tokens/queries/token-list';
import type { TokenOrder } from '@/editing/tokens/select';
import type { CommandArguments } from '@/editing/commands';
import { useAsk, useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLens, useLensLink, useQuery } from '@/ui/frame/lens';
import { useOneTabStop } from '@/ui/one-tab-stop';
import { toggled } from '@/ui/toggled';
import { download } from '../download';
import { TokenFilters, useTokenFilter } from '../tiers/filters';
import { handText, isTable } from '@/features/intake/handed-text';
import { StagePage } from '@/features/session/page-bar';
import { DeprecateTokens, DuplicateToken, MoveTokens, RemoveTokens, ReplaceInPaths } from './table-dialogs';
import classes from './table.module.css';
import { ValueCell } from './value-cell';

const PAGE = 100;
const TIERS = ['primitive', 'semantic', 'component'] as const;
const COLUMNS: { order: TokenOrder; label: string }[] = [
  { order: 'path', label: 'Path' },
  { order: 'type', label: 'Type' },
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
  const stop = useOneTabStop<HTMLTableSectionElement>('input[type=checkbox], a, button');
  const axis = library.axes.find(({ name }) => name === query.get('across'));
  const across = axis?.name ?? null;
  const view = useDocumentQuery('tokenList', {
    lens,
    filter,
    order,
    down,
    across,
    from: page * PAGE,
    count: PAGE,
  });
  const tiers = useDocumentQuery('tiers', { lens, filter: {}, folded: [], from: 0, to: 0, selected: null });
  const router = useRouter();
  const ask = useAsk();
  const { run } = useCommand();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [doing, setDoing] = useState<keyof typeof DIALOGS | null>(null);
  // Where a range of rows begins.
  const anchor = useRef<string | null>(null);
  const rows = view?.rows;
  // The same for as long as the rows are: each is drawn anew only where it has changed.
  const choose = useCallback(
    (path: string, held: boolean) => {
      const own = (rows ?? []).filter(({ origin }) => origin === undefined).map((row) => row.path);
      const [from, to] = [own.indexOf(anchor.current ?? ''), own.indexOf(path)].sort((a, b) => a - b) as [
        number,
        number,
      ];
      anchor.current = path;
      setChosen((old) => {
        if (!held || from === -1) return toggled(old, path);
        const next = new Set(old);
        for (const one of own.slice(from, to + 1)) next[old.has(path) ? 'delete' : 'add'](one);
        return next;
      });
    },
    [rows],
  );
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
            void ask('tokenCsv', { lens, filter, order, down, across }).then((text) =>
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
        {library.axes.length > 0 && (
          <Select
            aria-label="Columns of values"
            w={190}
            data={[
              { value: '', label: 'One value' },
              ...library.axes.map(({ name }) => ({ value: name, label: `A column for each ${name}` })),
            ]}
            value={across ?? ''}
            allowDeselect={false}
            onChange={(value) => setQuery({ across: value })}
          />
        )}
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
      {chosen.size > 0 &&
        chosen.size < view.own &&
        view.rows.every((row) => row.origin !== undefined || chosen.has(row.path)) && (
          <Group gap="xs" mb="xs">
            <Text size="sm">{counted(chosen.size, 'token')} on this page are selected.</Text>
            <Button
              variant="subtle"
              size="compact-sm"
              onClick={() =>
                void ask('matchingPaths', { lens, filter }).then((all) => setChosen(new Set(all)))
              }
            >
              Select all {view.own} that match
            </Button>
          </Group>
        )}
      <div
        className={classes.holder}
        tabIndex={0}
        role="region"
        aria-label="Table of tokens"
        onPaste={(event) => {
          const text = event.clipboardData.getData('text/plain');
          if (!library.canEdit || !isTable(text) || event.target instanceof HTMLInputElement) return;
          event.preventDefault();
          handText(text);
          router.push(`/libraries/${library.slug}/import`);
        }}
      >
        <table className="rows">
          <thead>
            <tr>
              <th>
                {library.canEdit && (
                  <Checkbox
                    aria-label="Select all on this page"
                    checked={
                      chosen.size > 0 &&
                      view.rows.every((row) => row.origin !== undefined || chosen.has(row.path))
                    }
                    onChange={(event) =>
                      setChosen(
                        event.currentTarget.checked
                          ? new Set([
                              ...chosen,
                              ...view.rows.flatMap((row) => (row.origin === undefined ? [row.path] : [])),
                            ])
                          : new Set(),
                      )
                    }
                  />
                )}
              </th>
              {COLUMNS.map((column) => (
                <SortedHead
                  key={column.order}
                  label={column.label}
                  by={column.order}
                  {...{ order, down, sort }}
                />
              ))}
              {view.columns.map((context) => (
                <th key={context}>
                  {across} {context}
                  {context === axis?.default && <span className={classes.quiet}> default</span>}
                </th>
              ))}
              {across === null && <SortedHead label="Value" by="value" {...{ order, down, sort }} />}
              <SortedHead label="Uses" by="uses" {...{ order, down, sort }} />
              <th>Tier</th>
              <th>Varies by</th>
              <th>Library</th>
              <th className="number">Findings</th>
            </tr>
          </thead>
          <tbody {...stop}>
            {view.rows.map((row) => (
              <TokenRow
                key={row.path}
                row={row}
                href={link(`/libraries/${library.slug}/tokens/${encodeURIComponent(row.path)}`)}
                chosen={chosen.has(row.path)}
                canEdit={library.canEdit}
                axis={across}
                standard={axis?.default ?? null}
                choose={choose}
              />
            ))}
          </tbody>
        </table>
        {view.rows.length === 0 && (
          <Text p="lg" size="sm">
            No tokens match the filter. Clear the filter to see all tokens.
          </Text>
        )}
      </div>
      {library.canEdit && (
        <Text size="xs" c="dimmed" mt={6}>
          Rows copied from a spreadsheet (path, type, value) can be pasted here: they are imported after a
          review.
        </Text>
      )}
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

const TokenRow = memo(function TokenRow({
  row,
  href,
  chosen,
  canEdit,
  axis,
  standard,
  choose,
}: {
  row: TokenListView['rows'][number];
  href: string;
  chosen: boolean;
  canEdit: boolean;
  /** The axis whose contexts are columns, and its default context. */
  axis: string | null;
  standard: string | null;
  choose: (path: string, held: boolean) => void;
}) {
  // Whether Shift is held while the box is pressed.
  const shift = useRef(false);
  return (
    <tr data-chosen={chosen || undefined}>
      <td>
        {canEdit && (
          <Checkbox
            aria-label={`Select ${row.path}`}
            checked={chosen}
            disabled={row.origin !== undefined}
            onClick={(event) => {
              shift.current = event.shiftKey;
            }}
            onChange={() => choose(row.path, shift.current)}
          />
        )}
      </td>
      <td className="path">
        <PageLink href={href} style={row.deprecated ? { textDecoration: 'line-through' } : undefined}>
          {row.path}
        </PageLink>
        {row.internal ? <span className={classes.quiet}> internal</span> : null}
      </td>
      <td>{row.type}</td>
      {row.cells.map((cell) => (
        <td key={cell.context}>
          <ValueCell
            path={row.path}
            type={row.type}
            cell={cell}
            axis={axis}
            standard={standard}
            canEdit={canEdit}
          />
        </td>
      ))}
      <td className="number">{row.uses}</td>
      <td>{row.tier}</td>
      <td>{row.varies.join(', ')}</td>
      <td>{row.origin ?? ''}</td>
      <td className="number">{row.findings || ''}</td>
    </tr>
  );
});

function SortedHead({
  label,
  by,
  order,
  down,
  sort,
}: {
  label: string;
  by: TokenOrder;
  order: TokenOrder;
  down: boolean;
  sort: (by: TokenOrder) => void;
}) {
  return (
    <th aria-sort={order === by ? (down ? 'descending' : 'ascending') : 'none'}>
      <button className={classes.sort} onClick={() => sort(by)}>
        {label}
        {order === by ? (
          down ? (
            <IconSortDescending size={13} aria-hidden />
          ) : (
            <IconSortAscending size={13} aria-hidden />
          )
        ) : null}
      </button>
    </th>
  );
}
