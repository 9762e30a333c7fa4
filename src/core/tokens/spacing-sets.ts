import { append } from '../base/append';
import { isObject } from '../base/json/json';
import { pxOf } from './types/dimension';
import { joinPath, lastName, parentPath, type Context } from './system';
import type { Resolution } from './resolve';

export const SIDES = ['block-start', 'inline-end', 'block-end', 'inline-start'] as const;
type Side = (typeof SIDES)[number];

export interface Length {
  path: string;
  /** CSS pixels; `rem` counts as 16. */
  px: number;
  /** Where the whole value is a reference: what it refers to. */
  refersTo: string | undefined;
  /** Contexts under which this is said; none: by default. */
  when: Context;
}

/** Distances from an edge to what is inside: one token for all sides, or a group of tokens named by logical side. */
export interface InsetSet {
  path: string;
  form: 'all sides' | 'block and inline' | 'single sides';
  sides: Record<Side, Length>;
}

/** Columns of a page from one width upward. */
interface GridStep {
  path: string;
  name: string;
  from: number;
  columns: number;
  margin: number;
  gutter: number;
}
export interface LayoutGrid {
  path: string;
  /** Narrowest first. */
  steps: GridStep[];
}

export interface SpacingSets {
  spaces: Length[];
  insets: InsetSet[];
  gaps: Length[];
  grids: LayoutGrid[];
}

/**
 * Reads from names and types alone what a library's sizes are for, so that any token file can say it: spaces stand under
 * `space` or `spacing`, gaps under `gap`, insets are named `inset` or by logical sides, and a layout grid is a group of
 * groups that hold `columns`, `margin`, `gutter` and, above the narrowest, `from`.
 */
export function spacingSets(resolution: Resolution, lens: Context): SpacingSets {
  const found: SpacingSets = { spaces: [], insets: [], gaps: [], grids: [] };
  const sided = new Map<string, Map<string, Length>>();
  const steps = new Map<string, Map<string, number>>();
  const context = resolution.numberOf(lens);
  for (const path of resolution.paths) {
    const resolved = resolution.value(path, context);
    if (resolved?.type !== 'dimension' && resolved?.type !== 'number') continue;
    const segments = path.split('.');
    const name = segments.at(-1)!;
    const [parent, above] = [parentPath(path), segments.slice(0, -1)];
    const step = (value: number) => {
      if (!steps.has(parent)) steps.set(parent, new Map());
      steps.get(parent)!.set(name, value);
    };
    if (resolved.type === 'number' && name === 'columns') step(resolved.value as number);
    if (resolved.type !== 'dimension' || !isObject(resolved.value)) continue;
    const px = pxOf(resolved.value);
    const refersTo = resolved.aliasOf === undefined ? undefined : resolution.paths[resolved.aliasOf];
    const length = { path, px, refersTo, when: resolved.from.when };
    if (['margin', 'gutter', 'from'].includes(name)) step(px);
    if (above.some((segment) => segment === 'space' || segment === 'spacing')) found.spaces.push(length);
    else if (segments.includes('gap')) found.gaps.push(length);
    else if (['block', 'inline', ...SIDES].includes(name)) {
      if (!sided.has(parent)) sided.set(parent, new Map());
      sided.get(parent)!.set(name, length);
    } else if (segments.includes('inset'))
      found.insets.push({
        path,
        form: 'all sides',
        sides: Object.fromEntries(SIDES.map((side) => [side, length])) as Record<Side, Length>,
      });
  }
  for (const [path, lengths] of sided) {
    const of = (side: Side) => lengths.get(side) ?? lengths.get(side.split('-')[0]!);
    const nothing = (side: Side): Length => ({
      path: joinPath(path, side),
      px: 0,
      refersTo: undefined,
      when: {},
    });
    found.insets.push({
      path,
      form: SIDES.some((side) => lengths.has(side)) ? 'single sides' : 'block and inline',
      sides: Object.fromEntries(SIDES.map((side) => [side, of(side) ?? nothing(side)])) as Record<
        Side,
        Length
      >,
    });
  }
  const grids = new Map<string, GridStep[]>();
  for (const [path, said] of steps) {
    const [columns, margin, gutter] = ['columns', 'margin', 'gutter'].map((name) => said.get(name));
    if (columns === undefined || margin === undefined || gutter === undefined) continue;
    const step = { path, name: lastName(path), from: said.get('from') ?? 0, columns, margin, gutter };
    append(grids, parentPath(path), step);
  }
  for (const [path, own] of grids) found.grids.push({ path, steps: own.sort((a, b) => a.from - b.from) });
  found.spaces.sort((a, b) => a.px - b.px);
  found.gaps.sort((a, b) => a.px - b.px);
  return found;
}

/** The most columns that are drawn: more could not be told apart. */
const MOST_COLUMNS = 48;

/** A layout grid to be laid over a page: how many columns there are at most, and the styles of `.layout-grid`. */
export function gridOverlay(grid: LayoutGrid): { columns: number; css: string } {
  const columnsOf = (step: GridStep) => Math.min(MOST_COLUMNS, Math.max(1, Math.round(step.columns)));
  const css = grid.steps.map((step, i) => {
    const body =
      `.layout-grid { grid-template-columns: repeat(${columnsOf(step)}, minmax(0, 1fr)); column-gap: ${step.gutter}px; padding-inline: ${step.margin}px; }\n` +
      `.layout-grid > :nth-child(-n + ${columnsOf(step)}) { display: block; }\n.layout-grid > :nth-child(n + ${columnsOf(step) + 1}) { display: none; }`;
    return i === 0 || step.from <= 0 ? body : `@media (min-width: ${step.from}px) {\n${body}\n}`;
  });
  const base =
    '.layout-grid { position: absolute; inset: 0; box-sizing: border-box; display: grid; pointer-events: none; }\n' +
    '.layout-grid > * { border-inline: 1px solid rgb(63 85 138 / 0.7); background: repeating-linear-gradient(135deg, rgb(63 85 138 / 0.16) 0 1px, transparent 1px 7px); }\n';
  return { columns: Math.max(...grid.steps.map(columnsOf)), css: base + css.join('\n') };
}
