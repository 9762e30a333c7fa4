'use client';

import { percentDecoded } from '@/core/base/percent';
import { Button, Group, Text } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { usePathname } from 'next/navigation';
import { notifications } from '@mantine/notifications';
import { joinPath, lastName, parentPath } from '@/core/tokens/system';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { TiersView } from '@/editing/tokens/queries/tiers';
import { useCommand } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { useGo } from '@/ui/frame/here';
import { useLens, useLensLink, useCreating, useQuery } from '@/ui/frame/lens';
import { useKeys } from '@/ui/use-keys';
import { AddToken } from './add-token';
import { TokenFilters, useTokenFilter } from './filters';
import { GroupDialog } from './group-dialog';
import { FirstTokens } from '@/features/session/library-link';
import { EmptyState } from '@/ui/empty-state';
import { StagePage } from '@/features/session/page-bar';
import { Tiers } from './tiers';
import { TokenDetail } from '../detail/token-detail';
import classes from '../tokens.module.css';

/** The tokens in their three tiers; the one selected lights its chain and opens as its detail. */
export function TokensPage() {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const link = useLensLink(library.axes);
  const lead = useGo();
  const pathname = usePathname();
  const [, setQuery] = useQuery();
  const [filter, setFind] = useTokenFilter();
  const [view, setView] = useState<TiersView | null>(null);
  const [adding, openAdd, closeAdd] = useCreating('token', library.canEdit);
  const [group, setGroup] = useState<{ path: string; count: number } | null>(null);
  const openGroup = useCallback((at: string, count: number) => setGroup({ path: at, count }), []);
  const { run } = useCommand();
  const base = `/libraries/${library.slug}/tokens`;
  // The address alone says which one is open: it changes without leaving the page, so that the list stays where it is.
  const selected = pathname.startsWith(`${base}/`)
    ? percentDecoded(pathname.slice(base.length + 1))
    : undefined;
  const go = useCallback(
    (target: string | null) => {
      // What is saved or removed may end after the page was left.
      if (!`${window.location.pathname}/`.startsWith(`${base}/`)) return;
      const kept = new URLSearchParams(window.location.search);
      const href = link(target === null ? base : `${base}/${encodeURIComponent(target)}`);
      const [place, lensQuery] = href.split('?') as [string, string | undefined];
      for (const [name, value] of new URLSearchParams(lensQuery)) kept.set(name, value);
      window.history.pushState(null, '', kept.size > 0 ? `${place}?${kept}` : place);
    },
    [base, link],
  );
  // Keys may come faster than the list is worked out: steps wait until the neighbours of the present token are known.
  const steps = useRef(0);
  const walk = useCallback(() => {
    if (steps.current === 0 || selected === undefined || view?.selected !== selected) return;
    const next = steps.current > 0 ? view.after : view.before;
    steps.current = next === undefined ? 0 : steps.current - Math.sign(steps.current);
    if (next !== undefined)
      window.history.replaceState(null, '', `${base}/${encodeURIComponent(next)}${window.location.search}`);
  }, [base, selected, view]);
  useEffect(walk, [walk]);
  const step = (by: 1 | -1) => {
    if (selected === undefined) return;
    steps.current += by;
    walk();
  };
  useKeys([
    ['ArrowDown', () => step(1)],
    ['ArrowUp', () => step(-1)],
    ['Escape', () => selected !== undefined && go(null)],
  ]);
  const opener = useRef<HTMLElement | null>(null);
  useEffect(() => {
    if (selected === undefined) opener.current?.focus();
  }, [selected]);
  const move = (moved: string, into: string, before?: string) =>
    void run('move', { paths: [moved], into, before }).then((stored) => {
      if (stored && parentPath(moved) !== into)
        notifications.show({
          message: `${moved} is ${joinPath(into, lastName(moved))} now. Renaming is a breaking change for code that uses the old path.`,
        });
    });
  const choose = useCallback(
    (target: string, element: HTMLElement) => {
      opener.current = element;
      go(target);
    },
    [go],
  );
  const empty = library.counts.tokens === 0;
  return (
    <StagePage
      tools={
        library.canEdit ? (
          <>
            <Button variant="default" component={PageLink} href={link(`/libraries/${library.slug}/import`)}>
              Import files
            </Button>
            <Button leftSection={<IconPlus size={14} />} onClick={openAdd}>
              Add token
            </Button>
          </>
        ) : undefined
      }
    >
      {empty ? (
        <EmptyState title="No tokens yet." actions={library.canEdit && <FirstTokens />}>
          Tokens are the named colours, sizes and other values of a design system. Import the style sheets or
          token files you have, generate a scale, or add the first token by hand.
        </EmptyState>
      ) : (
        <>
          <Group mb="md" gap="xs">
            <TokenFilters
              find={filter.find ?? ''}
              onFind={setFind}
              types={view?.types ?? []}
              origins={view?.origins ?? []}
            />
            <Text size="sm" c="dimmed" data-testid="shown">
              {view ? `${view.shown} of ${view.all}` : ''}
            </Text>
          </Group>
          {view?.shown === 0 && (
            <div className={`sheet ${classes.empty}`}>
              <Text fw={600}>No tokens match the filter.</Text>
              <Button
                variant="default"
                mt="sm"
                onClick={() => (setFind(''), setQuery({ only: null, type: null, origin: null }))}
              >
                Show all tokens
              </Button>
            </div>
          )}
          <div
            className={selected === undefined ? undefined : classes.withDetail}
            hidden={view?.shown === 0 && selected === undefined}
          >
            <Tiers
              lens={lens}
              filter={filter}
              selected={selected}
              narrow={selected !== undefined}
              canEdit={library.canEdit}
              onView={setView}
              onMove={move}
              onSelect={choose}
              onGroup={openGroup}
            />
            {selected !== undefined && (
              <TokenDetail
                path={selected}
                onClose={() => go(null)}
                onGo={go}
                onMoved={(target) => lead(link(`${base}/${encodeURIComponent(target)}`), { replace: true })}
              />
            )}
          </div>
        </>
      )}
      {group && <GroupDialog {...group} close={() => setGroup(null)} />}
      <AddToken opened={adding} close={closeAdd} onAdded={go} types={[]} />
    </StagePage>
  );
}
