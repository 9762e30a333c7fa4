'use client';

import { Button, Group, Select, Text, TextInput } from '@mantine/core';
import { useDebouncedValue, useDisclosure, useHotkeys } from '@mantine/hooks';
import { IconPlus, IconUpload } from '@tabler/icons-react';
import { usePathname, useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import type { TokenStrip } from '@/core/views/tiers';
import { useView } from '@/features/document/document';
import { useLibrary } from '@/features/libraries/shell';
import { useLens, useLensLink, useQuery } from '@/ui/frame/lens';
import { shortValue } from '@/ui/specimen/swatch';
import { AddToken } from './add-token';
import { ImportFiles } from './import-files';
import { Tiers } from './tiers';
import { TokenDetail } from './token-detail';
import classes from './tokens.module.css';

/** The tokens in their three tiers; the one selected lights its chain and opens as its detail. */
export function TokensPage({ path }: { path: string | undefined }) {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const link = useLensLink(library.axes);
  const router = useRouter();
  const pathname = usePathname();
  const [query, setQuery] = useQuery();
  const view = useView('tiers', { lens });
  const [adding, add] = useDisclosure(false);
  const [importing, importer] = useDisclosure(false);
  const base = `/libraries/${library.slug}/tokens`;
  // The address changes without leaving the page, so that the list stays where it is.
  const selected = pathname.startsWith(`${base}/`)
    ? decodeURIComponent(pathname.slice(base.length + 1))
    : path;

  const typed = query.get('find') ?? '';
  const [find] = useDebouncedValue(typed, 60);
  const only = query.get('only') ?? '';
  const shown = useMemo(() => {
    if (!view) return undefined;
    const words = find.toLowerCase().split(/\s+/).filter(Boolean);
    const fits = (strip: TokenStrip) =>
      words.every(
        (word) =>
          strip.path.toLowerCase().includes(word) ||
          shortValue(strip.css).toLowerCase().includes(word) ||
          strip.type.toLowerCase() === word,
      ) &&
      (only === '' ||
        (only === 'findings'
          ? strip.finding !== undefined
          : only === 'deprecated'
            ? strip.deprecated
            : only === 'varies'
              ? strip.varies.length > 0
              : strip.type === only));
    return {
      ...view,
      tiers: view.tiers.map(({ tier, groups }) => ({
        tier,
        groups: groups
          .map((group) => ({ ...group, tokens: group.tokens.filter(fits) }))
          .filter((group) => group.tokens.length > 0),
      })),
    };
  }, [view, find, only]);
  const order = useMemo(
    () =>
      shown?.tiers.flatMap(({ groups }) =>
        groups.flatMap((group) => group.tokens.map((strip) => strip.path)),
      ) ?? [],
    [shown],
  );
  const types = useMemo(
    () =>
      [
        ...new Set(
          view?.tiers.flatMap(({ groups }) =>
            groups.flatMap((group) => group.tokens.map((strip) => strip.type)),
          ) ?? [],
        ),
      ].filter(Boolean),
    [view],
  );

  const go = useCallback(
    (target: string | null) =>
      window.history.pushState(
        null,
        '',
        link(target === null ? base : `${base}/${encodeURIComponent(target)}`),
      ),
    [base, link],
  );
  const step = (by: number) => {
    if (selected === undefined) return;
    const next = order[order.indexOf(selected) + by];
    if (next !== undefined) {
      window.history.replaceState(null, '', link(`${base}/${encodeURIComponent(next)}`));
    }
  };
  useHotkeys([
    ['ArrowDown', () => step(1)],
    ['ArrowUp', () => step(-1)],
    ['Escape', () => selected !== undefined && go(null)],
  ]);
  const opener = useRef<HTMLElement | null>(null);
  useEffect(() => {
    if (selected === undefined) opener.current?.focus();
  }, [selected]);

  if (!shown) return null;
  const empty = library.counts.tokens === 0;
  return (
    <>
      <Group mb="md" gap="xs">
        <h1 className="visually-hidden">Tokens of {library.name}</h1>
        <TextInput
          aria-label="Find tokens"
          placeholder="Find by path, value or type"
          w={260}
          value={typed}
          onChange={(event) => setQuery({ find: event.currentTarget.value })}
        />
        <Select
          aria-label="Show only"
          w={190}
          value={only}
          onChange={(value) => setQuery({ only: value })}
          data={[
            { value: '', label: 'all tokens' },
            { value: 'findings', label: 'with findings' },
            { value: 'varies', label: 'that vary by context' },
            { value: 'deprecated', label: 'deprecated' },
            ...types.map((type) => ({ value: type, label: type })),
          ]}
        />
        <Text size="sm" c="dimmed">
          {order.length} of {library.counts.tokens}
        </Text>
        {library.canEdit && (
          <Group gap="xs" ml="auto">
            <Button variant="default" leftSection={<IconUpload size={14} />} onClick={importer.open}>
              Import files
            </Button>
            <Button leftSection={<IconPlus size={14} />} onClick={add.open}>
              Add a token
            </Button>
          </Group>
        )}
      </Group>
      {empty ? (
        <div className={`sheet ${classes.empty}`}>
          <Text fw={600} size="lg">
            No tokens yet.
          </Text>
          <Text c="dimmed" mb="md">
            Bring in the token files you have, or add the first one by hand: a colour, a size, a font.
          </Text>
          {library.canEdit && <Button onClick={importer.open}>Import files</Button>}
        </div>
      ) : order.length === 0 ? (
        <div className={`sheet ${classes.empty}`}>
          <Text fw={600}>Nothing fits.</Text>
          <Button variant="default" mt="sm" onClick={() => setQuery({ find: null, only: null })}>
            Show all tokens
          </Button>
        </div>
      ) : (
        <div className={selected === undefined ? undefined : classes.withDetail}>
          <Tiers
            view={shown}
            selected={selected}
            narrow={selected !== undefined}
            onSelect={(target, element) => {
              opener.current = element;
              go(target);
            }}
          />
          {selected !== undefined && (
            <TokenDetail
              path={selected}
              onClose={() => go(null)}
              onGo={go}
              onMoved={(target) => router.replace(link(`${base}/${encodeURIComponent(target)}`))}
            />
          )}
        </div>
      )}
      <AddToken opened={adding} close={add.close} onAdded={go} types={types} />
      <ImportFiles opened={importing} close={importer.close} slug={library.slug} />
    </>
  );
}
