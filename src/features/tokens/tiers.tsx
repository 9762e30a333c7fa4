'use client';

import { IconAlertTriangle, IconChevronDown, IconChevronRight } from '@tabler/icons-react';
import { memo, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { TiersView, TokenStrip } from '@/core/views/tiers';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import classes from './tokens.module.css';

const TITLES = {
  primitive: ['Primitive', 'raw values'],
  semantic: ['Semantic', 'purposes'],
  component: ['Component', 'one component’s own'],
} as const;

/** Everything up and down the references from one token. */
function chainOf(edges: [string, string][], selected: string): Set<string> {
  const up = new Map<string, string[]>();
  const down = new Map<string, string[]>();
  for (const [from, to] of edges) {
    up.set(from, [...(up.get(from) ?? []), to]);
    down.set(to, [...(down.get(to) ?? []), from]);
  }
  const lit = new Set([selected]);
  for (const links of [up, down]) {
    const queue = [selected];
    for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
      for (const other of links.get(next) ?? []) {
        if (lit.has(other)) continue;
        lit.add(other);
        queue.push(other);
      }
    }
  }
  return lit;
}

/** Three columns, what everything rests on to the left; lines are drawn through the tokens that hang together. */
export function Tiers({
  view,
  selected,
  narrow,
  onSelect,
}: {
  view: TiersView;
  selected: string | undefined;
  narrow: boolean;
  onSelect: (path: string, element: HTMLElement) => void;
}) {
  const holder = useRef<HTMLDivElement>(null);
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const lit = useMemo(
    () => (selected === undefined ? undefined : chainOf(view.edges, selected)),
    [view.edges, selected],
  );
  const [lines, setLines] = useState<{ d: string; key: string }[]>([]);

  useLayoutEffect(() => {
    const box = holder.current;
    if (!box || !lit || lit.size < 2) {
      setLines([]);
      return;
    }
    const draw = () => {
      const origin = box.getBoundingClientRect();
      const place = new Map<string, DOMRect>();
      for (const element of box.querySelectorAll<HTMLElement>('[data-path]')) {
        const path = element.dataset.path!;
        if (lit.has(path)) place.set(path, element.getBoundingClientRect());
      }
      setLines(
        view.edges.flatMap(([from, to]) => {
          const [a, b] = [place.get(to), place.get(from)];
          if (!a || !b || !lit.has(from) || !lit.has(to)) return [];
          const [x1, y1, y2] = [
            a.right - origin.left,
            a.top + a.height / 2 - origin.top,
            b.top + b.height / 2 - origin.top,
          ];
          const sameColumn = Math.abs(a.left - b.left) < 4;
          const x2 = (sameColumn ? b.right : b.left) - origin.left;
          const bend = sameColumn ? 26 : Math.max(14, (x2 - x1) / 2);
          const d = sameColumn
            ? `M${x1} ${y1} C${x1 + bend} ${y1} ${x2 + bend} ${y2} ${x2} ${y2}`
            : `M${x1} ${y1} C${x1 + bend} ${y1} ${x2 - bend} ${y2} ${x2} ${y2}`;
          return [{ d, key: `${from} ${to}` }];
        }),
      );
    };
    draw();
    const observer = new ResizeObserver(draw);
    observer.observe(box);
    return () => observer.disconnect();
  }, [lit, view, folded, narrow]);

  useLayoutEffect(() => {
    if (selected === undefined) return;
    holder.current
      ?.querySelector(`[data-path="${CSS.escape(selected)}"]`)
      ?.scrollIntoView({ block: 'nearest' });
  }, [selected]);

  const fold = (key: string) =>
    setFolded((old) => {
      const next = new Set(old);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  return (
    <div className={narrow ? classes.tiersNarrow : classes.tiers} ref={holder}>
      <svg className={classes.lines} aria-hidden>
        {lines.map((line) => (
          <path key={line.key} d={line.d} />
        ))}
      </svg>
      {view.tiers.map(({ tier, groups }) => (
        <section key={tier} className={classes.tier} aria-labelledby={`tier-${tier}`}>
          <h2 id={`tier-${tier}`}>
            {TITLES[tier][0]} <span>{TITLES[tier][1]}</span>
          </h2>
          {groups.length === 0 && <p className={classes.hint}>None here.</p>}
          {groups.map((group) => {
            const key = `${tier} ${group.path}`;
            const closed = folded.has(key);
            return (
              <div key={key} className={classes.group}>
                <button className={classes.groupName} aria-expanded={!closed} onClick={() => fold(key)}>
                  {closed ? (
                    <IconChevronRight size={13} aria-hidden />
                  ) : (
                    <IconChevronDown size={13} aria-hidden />
                  )}
                  {group.path === '' ? 'at the top' : group.path} <span>{group.tokens.length}</span>
                </button>
                {!closed &&
                  group.tokens.map((strip) => (
                    <Strip
                      key={strip.path}
                      strip={strip}
                      selected={strip.path === selected}
                      dim={lit !== undefined && !lit.has(strip.path)}
                      onSelect={onSelect}
                    />
                  ))}
              </div>
            );
          })}
        </section>
      ))}
    </div>
  );
}

const Strip = memo(function Strip({
  strip,
  selected,
  dim,
  onSelect,
}: {
  strip: TokenStrip;
  selected: boolean;
  dim: boolean;
  onSelect: (path: string, element: HTMLElement) => void;
}) {
  return (
    <button
      className={classes.strip}
      data-path={strip.path}
      data-dim={dim || undefined}
      aria-current={selected || undefined}
      onClick={(event) => onSelect(strip.path, event.currentTarget)}
    >
      <Specimen type={strip.type} css={strip.css} />
      <span className={strip.deprecated ? classes.retired : classes.stripName}>{strip.name}</span>
      <span className={classes.stripValue}>{strip.alias ? `→ ${strip.alias}` : shortValue(strip.css)}</span>
      {strip.finding && strip.finding !== 'note' ? (
        <IconAlertTriangle
          size={14}
          className={strip.finding === 'error' ? classes.bad : classes.warn}
          aria-label={`has a finding: ${strip.finding}`}
        />
      ) : null}
    </button>
  );
});
