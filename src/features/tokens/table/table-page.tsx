'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { counted } from '@/core/base/words';
import { Button, Checkbox, Group, Menu, Modal, Stack, Switch, Text, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconDownload, IconSortAscending, IconSortDescending } from '@tabler/icons-react';
import Link from 'next/link';
import { useEffect, useMemo, useState } from 'react';
import type { TokenOrder } from '@/editing/tokens/select';
import { useAsk, useCommand, useDocumentQuery, type Refusal } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useLens, useLensLink, useQuery } from '@/ui/frame/lens';
import { useOneTabStop } from '@/ui/one-tab-stop';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import { toggled } from '@/ui/toggled';
import { download } from '../download';
import { TokenFilters, useTokenFilter } from '../tiers/filters';
import { PathDialog } from '../tiers/path-dialog';
import { StagePage } from '@/features/session/page-bar';
import { TokenSelect } from '../token-select';
import classes from './table.module.css';

const PAGE = 100;
const COLUMNS: { order: TokenOrder; label: string }[] = [
  { order: 'path', label: 'Path' },
  { order: 'type', label: 'Type' },
  { order: 'value', label: 'Value' },
  { order: 'uses', label: 'Uses' },
];
const ORDERS: readonly string[] = ['library', 'path', 'type', 'value', 'uses'];

type Doing = 'move' | 'replace' | 'duplicate' | 'remove' | 'deprecate' | null;

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
  const { store } = useCommand();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [doing, setDoing] = useState<Doing>(null);
  const filterText = JSON.stringify(filter);
  useEffect(() => setChosen(new Set()), [filterText]);
  const paths = useMemo(() => [...chosen], [chosen]);
  const notifyError = (refused: Refusal | null) => {
    if (refused) notifications.show({ message: `${refused.problem}. ${refused.fix}.`, color: 'red' });
    else {
      setChosen(new Set());
      setDoing(null);
    }
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
                <Menu.Item
                  onClick={() => void store('setLifecycle', { paths, tier: 'primitive' }).then(notifyError)}
                >
                  Set tier: primitive
                </Menu.Item>
                <Menu.Item
                  onClick={() => void store('setLifecycle', { paths, tier: 'semantic' }).then(notifyError)}
                >
                  Set tier: semantic
                </Menu.Item>
                <Menu.Item
                  onClick={() => void store('setLifecycle', { paths, tier: 'component' }).then(notifyError)}
                >
                  Set tier: component
                </Menu.Item>
                <Menu.Item
                  onClick={() =>
                    void store('setLifecycle', { paths, visibility: 'internal' }).then(notifyError)
                  }
                >
                  Make internal
                </Menu.Item>
                <Menu.Item
                  onClick={() =>
                    void store('setLifecycle', { paths, visibility: 'released' }).then(notifyError)
                  }
                >
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
      <PathDialog
        opened={doing === 'move'}
        close={() => setDoing(null)}
        title={`Move ${counted(paths.length, 'token')} to a group`}
        label="Group"
        placeholder="color.text; empty for the top level"
        act="Move"
        run={(into) => void store('move', { paths, into }).then(notifyError)}
      />
      <Replace opened={doing === 'replace'} close={() => setDoing(null)} notifyError={notifyError} />
      {paths.length === 1 && (
        <PathDialog
          key={paths[0]}
          opened={doing === 'duplicate'}
          close={() => setDoing(null)}
          title={`Duplicate ${paths[0]!}`}
          label="Path of the copy"
          start={`${paths[0]!}-2`}
          act="Duplicate"
          run={(to) => void store('duplicate', { path: paths[0]!, to }).then(notifyError)}
        />
      )}
      <Remove
        opened={doing === 'remove'}
        close={() => setDoing(null)}
        paths={paths}
        lens={lens}
        run={(replacement) =>
          void store('removePaths', { paths, ...(replacement && { replacement }) }).then(notifyError)
        }
      />
      <DeprecateMany
        opened={doing === 'deprecate'}
        close={() => setDoing(null)}
        paths={paths}
        lens={lens}
        run={(deprecated) => void store('setLifecycle', { paths, deprecated }).then(notifyError)}
      />
    </StagePage>
  );
}

function Replace({
  opened,
  close,
  notifyError,
}: {
  opened: boolean;
  close: () => void;
  notifyError: (refused: Refusal | null) => void;
}) {
  const { store } = useCommand();
  const [find, setFind] = useState('');
  const [replace, setReplace] = useState('');
  const [keepOld, setKeepOld] = useState(false);
  const changes = useDocumentQuery('replacedPaths', { find: opened ? find : '', replace });
  return (
    <Modal opened={opened} onClose={close} title="Find and replace in paths" size="lg">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void store('replaceInPaths', { find, replace, keepOld }).then(notifyError);
        }}
      >
        <Stack>
          <Group grow>
            <TextInput
              label="Find"
              value={find}
              data-autofocus
              onChange={(event) => setFind(event.currentTarget.value)}
            />
            <TextInput
              label="Replace with"
              value={replace}
              onChange={(event) => setReplace(event.currentTarget.value)}
            />
          </Group>
          <div style={{ maxHeight: 260, overflow: 'auto' }}>
            {(changes ?? []).slice(0, 100).map((change) => (
              <div key={change.from} className="path">
                {change.from} → {change.to}
              </div>
            ))}
            {(changes?.length ?? 0) > 100 && <Text size="sm">and {changes!.length - 100} more</Text>}
            {find !== '' && changes?.length === 0 && (
              <Text size="sm">No path in this library contains that text.</Text>
            )}
          </div>
          <Switch
            size="xs"
            checked={keepOld}
            label="Keep the old paths as deprecated aliases"
            onChange={(event) => setKeepOld(event.currentTarget.checked)}
          />
          <DialogFoot close={close}>
            <Button type="submit" disabled={!changes || changes.length === 0}>
              Rename {counted(changes?.length ?? 0, 'path')}
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Modal>
  );
}

function Remove({
  opened,
  close,
  paths,
  lens,
  run,
}: {
  opened: boolean;
  close: () => void;
  paths: string[];
  lens: Record<string, string>;
  run: (replacement: string) => void;
}) {
  const [replacement, setReplacement] = useState('');
  const first = useDocumentQuery('token', { path: paths[0] ?? '', lens });
  return (
    <Modal
      opened={opened}
      onClose={close}
      title={`Remove ${paths.length === 1 ? paths[0] : `${counted(paths.length, 'token')}`}?`}
    >
      <Stack>
        {paths.length === 1 && first && (
          <Text size="sm">
            {first.uses.length === 0
              ? 'No direct or indirect uses.'
              : `${counted(first.uses.length, 'direct use')}; it reaches ${first.reachText}.`}
          </Text>
        )}
        <TokenSelect
          label="Replacement"
          placeholder="None"
          value={replacement}
          lens={lens}
          type={first?.type ?? ''}
          onChange={setReplacement}
          comboboxProps={{ withinPortal: false }}
        />
        <DialogFoot close={close}>
          <Button color="red" onClick={() => run(replacement.trim())}>
            Remove
          </Button>
        </DialogFoot>
      </Stack>
    </Modal>
  );
}

function DeprecateMany({
  opened,
  close,
  paths,
  lens,
  run,
}: {
  opened: boolean;
  close: () => void;
  paths: string[];
  lens: Record<string, string>;
  run: (deprecated: { reason: string; replacement: string; date: string }) => void;
}) {
  const [reason, setReason] = useState('');
  const [replacement, setReplacement] = useState('');
  const [date, setDate] = useState('');
  return (
    <Modal
      opened={opened}
      onClose={close}
      title={`Deprecate ${paths.length === 1 ? paths[0] : `${counted(paths.length, 'token')}`}`}
    >
      <form
        onSubmit={(event) => (event.preventDefault(), run({ reason, replacement: replacement.trim(), date }))}
      >
        <Stack>
          <TokenSelect
            label="Replacement"
            value={replacement}
            lens={lens}
            onChange={setReplacement}
            comboboxProps={{ withinPortal: false }}
          />
          <TextInput
            label="Reason"
            value={reason}
            onChange={(event) => setReason(event.currentTarget.value)}
          />
          <TextInput
            type="date"
            label="Remove on (date)"
            value={date}
            onChange={(event) => setDate(event.currentTarget.value)}
          />
          <DialogFoot close={close}>
            <Button type="submit">Deprecate</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Modal>
  );
}
