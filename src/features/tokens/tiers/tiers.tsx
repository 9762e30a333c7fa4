'use client';

import { IconAlertTriangle, IconChevronDown, IconChevronRight, IconDots } from '@tabler/icons-react';
import { memo, useCallback, useEffect, useRef, useState, type ReactNode } from 'react';
import { useOneTabStop } from '@/ui/one-tab-stop';
import type { TokenFilter, TokenStrip } from '@/editing/tokens/select';
import type { TierRow, TiersView } from '@/editing/tokens/queries/tiers';
import { useDocumentQuery } from '@/features/session/document';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import { PageSkeleton } from '@/ui/page-skeleton';
import classes from '../tokens.module.css';

const TITLES = {
  primitive: ['Primitive', 'Raw values'],
  semantic: ['Semantic', 'Purposes'],
  component: ['Component', 'One component’s own'],
} as const;
/** Rows are asked for in pieces of this many px, so that scrolling does not ask for every line. */
const PIECE = 400;

/** Which piece of a tall box can be seen, and a bit above and below. */
function useSeen(box: React.RefObject<HTMLElement | null>): { from: number; to: number } {
  const [seen, setSeen] = useState({ from: 0, to: 2400 });
  useEffect(() => {
    let frame = 0;
    const look = () => {
      frame = 0;
      const top = box.current?.getBoundingClientRect().top ?? 0;
      const first = Math.floor(Math.max(0, -top - PIECE) / PIECE) * PIECE;
      const last = Math.ceil(Math.max(0, window.innerHeight - top + PIECE) / PIECE) * PIECE;
      setSeen((old) => (old.from === first && old.to === last ? old : { from: first, to: last }));
    };
    const soon = () => {
      frame ||= requestAnimationFrame(look);
    };
    look();
    window.addEventListener('scroll', soon, { passive: true });
    window.addEventListener('resize', soon);
    return () => {
      cancelAnimationFrame(frame);
      window.removeEventListener('scroll', soon);
      window.removeEventListener('resize', soon);
    };
  }, [box]);
  return seen;
}

interface TiersProps {
  lens: Record<string, string>;
  filter: TokenFilter;
  selected: string | undefined;
  narrow: boolean;
  canEdit: boolean;
  onSelect: (path: string, element: HTMLElement) => void;
  onView: (view: TiersView) => void;
  onMove: (path: string, into: string, before?: string) => void;
  /** Asked for when something is to be done with a whole group. */
  onGroup: (path: string, count: number) => void;
}

/** Three columns, what everything rests on to the left; lines are drawn through the tokens that hang together. */
export function Tiers({
  lens,
  filter,
  selected,
  narrow,
  canEdit,
  onSelect,
  onView,
  onMove,
  onGroup,
}: TiersProps) {
  const holder = useRef<HTMLDivElement>(null);
  const seen = useSeen(holder);
  const [folded, setFolded] = useState<readonly string[]>([]);
  const view = useDocumentQuery('tiers', {
    lens,
    filter,
    folded: [...folded],
    ...seen,
    selected: selected ?? null,
  });
  useEffect(() => {
    if (view) onView(view);
  }, [view, onView]);
  const fold = useCallback(
    (key: string) =>
      setFolded((old) => (old.includes(key) ? old.filter((other) => other !== key) : [...old, key])),
    [],
  );
  const at = view?.selectedY;
  useEffect(() => {
    if (selected === undefined || at === undefined || !holder.current) return;
    const y = holder.current.getBoundingClientRect().top + 34 + at;
    if (y < 130 || y > window.innerHeight - 30) window.scrollBy({ top: y - window.innerHeight / 2 });
  }, [selected, at]);
  // The browser's own drag and drop, listened to once for all rows: a hook for each row would be felt with thousands.
  const dragged = useRef<string | null>(null);
  const targetOf = (event: React.DragEvent): HTMLElement | null =>
    dragged.current === null ? null : (event.target as HTMLElement).closest<HTMLElement>('[data-into]');
  const mark = (element: HTMLElement | null) => {
    holder.current?.querySelectorAll('[data-over]').forEach((other) => other.removeAttribute('data-over'));
    element?.setAttribute('data-over', '');
  };
  const drag = {
    onDragStart: (event: React.DragEvent) => {
      dragged.current =
        (event.target as HTMLElement).closest<HTMLElement>('[data-path]')?.dataset.path ?? null;
      event.dataTransfer.setData('text/plain', dragged.current ?? '');
      event.dataTransfer.effectAllowed = 'move';
    },
    onDragOver: (event: React.DragEvent) => {
      const target = targetOf(event);
      if (target) event.preventDefault();
      mark(target);
    },
    onDrop: (event: React.DragEvent) => {
      event.preventDefault();
      const target = targetOf(event);
      const moved = dragged.current;
      if (target && moved !== null && target.dataset.path !== moved)
        onMove(moved, target.dataset.into ?? '', target.dataset.path);
    },
    onDragEnd: () => {
      dragged.current = null;
      mark(null);
    },
  };
  // By keys a token is moved in place, among those of its group; the focus goes along.
  const moved = useRef<string | null>(null);
  useEffect(() => {
    if (moved.current === null) return;
    const strip = holder.current?.querySelector<HTMLElement>(`[data-path="${CSS.escape(moved.current)}"]`);
    if (strip && strip !== document.activeElement) strip.focus();
  }, [view]);
  const moveByKey = (event: React.KeyboardEvent) => {
    const strip = (event.target as HTMLElement).closest<HTMLElement>('[data-path][draggable=true]');
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (!strip) return;
    moved.current = by && event.altKey ? strip.dataset.path! : null;
    if (!by || !event.altKey) return;
    event.preventDefault();
    const { path, into } = strip.dataset;
    const group = [
      ...strip.parentElement!.querySelectorAll<HTMLElement>(`[data-path][data-into="${CSS.escape(into!)}"]`),
    ];
    const at = group.indexOf(strip) + by;
    // One down is before the next but one, or behind the last.
    if (group[at]) onMove(path!, into!, group[by > 0 ? at + 1 : at]?.dataset.path);
  };
  if (!view) return <PageSkeleton />;
  return (
    <div
      className={narrow ? classes.tiersNarrow : classes.tiers}
      ref={holder}
      onKeyDown={moveByKey}
      {...drag}
    >
      <Lines view={view} holder={holder} narrow={narrow} />
      {view.columns.map(({ tier, total, height, rows }) => (
        <section key={tier} className={classes.tier} aria-labelledby={`tier-${tier}`} data-column>
          <h2 id={`tier-${tier}`}>
            {TITLES[tier][0]} <span>{TITLES[tier][1]}</span>
          </h2>
          {total === 0 && <p className={classes.hint}>No tokens in this tier.</p>}
          <Column height={height}>
            {rows.map((row) => (
              <Row
                key={row.kind === 'group' ? row.key : row.strip.path}
                row={row}
                selected={selected}
                canEdit={canEdit}
                fold={fold}
                onSelect={onSelect}
                onGroup={onGroup}
              />
            ))}
          </Column>
        </section>
      ))}
    </div>
  );
}

/** A column is one tab stop: arrow keys go through its groups and tokens. */
function Column({ height, children }: { height: number; children: ReactNode }) {
  const stop = useOneTabStop<HTMLDivElement>('[data-stop]');
  return (
    <div className={classes.column} style={{ height }} {...stop}>
      {children}
    </div>
  );
}

/** Height of a column's heading: rows are counted from below it. */
const HEADING = 36;

/** Lines from each token to those that refer to it, drawn from where rows stand, seen or not. */
function Lines({
  view,
  holder,
  narrow,
}: {
  view: TiersView;
  holder: React.RefObject<HTMLDivElement | null>;
  narrow: boolean;
}) {
  const [columns, setColumns] = useState<{ left: number; right: number }[]>([]);
  useEffect(() => {
    const box = holder.current;
    if (!box) return;
    const measure = () => {
      const origin = box.getBoundingClientRect().left;
      setColumns(
        [...box.querySelectorAll('[data-column]')].map((column) => {
          const { left, right } = column.getBoundingClientRect();
          return { left: left - origin, right: right - origin };
        }),
      );
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(box);
    return () => observer.disconnect();
  }, [holder, narrow]);
  return (
    <svg className={classes.lines} aria-hidden>
      {columns.length === 3 &&
        view.lines.map(({ key, from, to }) => {
          const [a, b] = [columns[from[0]]!, columns[to[0]]!];
          const [y1, y2] = [from[1] + HEADING, to[1] + HEADING];
          const same = from[0] === to[0];
          const x2 = same ? b.right : b.left;
          const bend = same ? 26 : Math.max(14, (x2 - a.right) / 2);
          return (
            <path
              key={key}
              d={`M${a.right} ${y1} C${a.right + bend} ${y1} ${same ? x2 + bend : x2 - bend} ${y2} ${x2} ${y2}`}
            />
          );
        })}
    </svg>
  );
}

const Row = memo(function Row({
  row,
  selected,
  canEdit,
  fold,
  onSelect,
  onGroup,
}: {
  row: TierRow;
  selected: string | undefined;
  canEdit: boolean;
  fold: (key: string) => void;
  onSelect: (path: string, element: HTMLElement) => void;
  onGroup: (path: string, count: number) => void;
}) {
  return row.kind === 'group' ? (
    <Group row={row} fold={fold} onGroup={canEdit ? onGroup : undefined} />
  ) : (
    <Strip
      strip={row.strip}
      y={row.y}
      dim={row.dim}
      selected={row.strip.path === selected}
      canEdit={canEdit}
      onSelect={onSelect}
    />
  );
});

function Group({
  row,
  fold,
  onGroup,
}: {
  row: Extract<TierRow, { kind: 'group' }>;
  fold: (key: string) => void;
  onGroup: ((path: string, count: number) => void) | undefined;
}) {
  return (
    <div className={classes.groupRow} style={{ top: row.y }}>
      <button
        className={classes.groupName}
        data-into={row.path}
        data-stop
        aria-expanded={!row.closed}
        onClick={() => fold(row.key)}
        onKeyDown={(event) => event.key === 'F2' && row.path !== '' && onGroup?.(row.path, row.count)}
      >
        {row.closed ? <IconChevronRight size={13} aria-hidden /> : <IconChevronDown size={13} aria-hidden />}
        {row.path === '' ? 'at the top level' : row.path} <span>{row.count}</span>
      </button>
      {onGroup && row.path !== '' && (
        <button
          className={classes.groupMore}
          tabIndex={-1}
          aria-label={`Actions for group ${row.path}`}
          title="Rename, move or duplicate (F2)"
          onClick={() => onGroup(row.path, row.count)}
        >
          <IconDots size={14} aria-hidden />
        </button>
      )}
    </div>
  );
}

function Strip({
  strip,
  y,
  selected,
  dim,
  canEdit,
  onSelect,
}: {
  strip: TokenStrip;
  y: number;
  selected: boolean;
  dim: boolean;
  canEdit: boolean;
  onSelect: (path: string, element: HTMLElement) => void;
}) {
  const group = strip.path.includes('.') ? strip.path.slice(0, strip.path.lastIndexOf('.')) : '';
  return (
    <button
      className={classes.strip}
      style={{ top: y }}
      draggable={canEdit && strip.origin === undefined}
      data-path={strip.path}
      data-stop
      aria-keyshortcuts={canEdit && strip.origin === undefined ? 'Alt+ArrowUp Alt+ArrowDown' : undefined}
      data-into={group}
      data-dim={dim || undefined}
      aria-current={selected || undefined}
      onClick={(event) => onSelect(strip.path, event.currentTarget)}
    >
      <Specimen type={strip.type} css={strip.css} path={strip.path} />
      <span className={strip.deprecated ? classes.retired : classes.stripName}>{strip.name}</span>
      <span className={classes.stripValue}>{strip.alias ? `→ ${strip.alias}` : shortValue(strip.css)}</span>
      {strip.finding && strip.finding !== 'note' ? (
        <IconAlertTriangle
          size={14}
          className={strip.finding === 'error' ? classes.bad : classes.warn}
          aria-label={`Finding: ${strip.finding}`}
        />
      ) : null}
    </button>
  );
}
