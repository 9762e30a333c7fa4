import { cssLine } from '@/core/tokens/css-text';
import type { Items } from '@/core/document/item';
import type { ComponentDefinition } from '@/core/components/definition';
import { withNested } from '@/core/components/nested';
import { usesOf } from '@/core/library/reach';
import type { Resolution } from '@/core/tokens/resolve';
import { isSetUnder } from '@/core/tokens/set-under';
import type { Axis, Context } from '@/core/tokens/system';
import { tierOf } from '@/core/tokens/tier';

export interface WallAsked {
  /** The axis whose contexts are the rows; left out: brands, else the first axis. */
  rows?: string | null;
  /** The axis whose contexts are the columns; left out: the next one. */
  columns?: string | null;
  /** What the axes that are neither stand at. */
  lens: Context;
}

export interface UnsetToken {
  path: string;
  type: string;
  /** Its value there, which is that of the default. */
  css: string;
  /** Contexts of the axis that have a say in it, where this one has none. */
  valuedIn: string[];
}

export interface WallRow {
  context: string;
  default: boolean;
  cells: { context: string | null; lens: Context; html: string; backdrop: string }[];
  /** Of the purposes that what is drawn uses, how many this context has a say in. */
  valued: number;
  /** The others: those that another context sets first. Of the default none is missing. */
  unset: UnsetToken[];
}

export interface ContextWall {
  /** Axes there are to choose from. */
  axes: string[];
  rows: string;
  columns: string | null;
  /** Purposes that what is drawn uses, at any place. */
  used: number;
  brands: WallRow[];
}

/** What is to be drawn: of which components, and how under a combination. */
interface WallSubject {
  items: Items;
  resolution: Resolution;
  components: readonly ComponentDefinition[];
  draw: (lens: Context) => { html: string; backdrop: string };
}

/** The axes of a wall; undefined where there is none. */
function axesOf({ system }: Resolution, asked: WallAsked): { rows: Axis; columns?: Axis } | undefined {
  const { axes } = system;
  const called = (name: string | null | undefined) => axes.find((axis) => axis.name === name);
  const rows = called(asked.rows) ?? called('brand') ?? axes[0];
  if (!rows) return undefined;
  const others = axes.filter((axis) => axis !== rows);
  return { rows, columns: others.find(({ name }) => name === asked.columns) ?? others[0] };
}

/** One thing under every context of one axis, by those of another, and what each context leaves as it is by default. */
export function contextWall(subject: WallSubject, asked: WallAsked): ContextWall | null {
  const { resolution, draw } = subject;
  const axes = axesOf(resolution, asked);
  if (!axes) return null;
  const { rows, columns } = axes;
  const used = purposesOf(subject);
  const across: readonly (string | null)[] = columns?.contexts ?? [null];
  const lensAt = (context: string, column: string | null): Context => ({
    ...asked.lens,
    [rows.name]: context,
    ...(columns && column !== null && { [columns.name]: column }),
  });
  const says = (path: string, context: string): boolean =>
    across.some((column) => isSetUnder(resolution, path, rows.name, lensAt(context, column)));
  const valuedIn = new Map(
    used.map((path) => [path, rows.contexts.filter((context) => says(path, context))]),
  );
  return {
    axes: resolution.system.axes.map(({ name }) => name),
    rows: rows.name,
    columns: columns?.name ?? null,
    used: used.length,
    brands: rows.contexts.map((context): WallRow => {
      const isDefault = context === (rows.default ?? rows.contexts[0]);
      const cells = across.map((column) => {
        const lens = lensAt(context, column);
        return { context: column, lens, ...draw(lens) };
      });
      const missing = isDefault ? [] : used.filter((path) => !valuedIn.get(path)!.includes(context));
      const unset = missing.flatMap((path): UnsetToken[] => {
        const resolved = resolution.value(path, cells[0]!.lens);
        return resolved
          ? [{ path, type: resolved.type, css: cssLine(resolved), valuedIn: valuedIn.get(path)! }]
          : [];
      });
      return {
        context,
        default: isDefault,
        cells,
        valued: used.filter((path) => valuedIn.get(path)!.includes(context)).length,
        unset: [
          ...unset.filter((one) => one.valuedIn.length > 0),
          ...unset.filter((one) => one.valuedIn.length === 0),
        ],
      };
    }),
  };
}

/** Tokens that a component uses directly. */
export const tokensOf = (component: ComponentDefinition, items: Items): Set<string> =>
  new Set(usesOf(component, items).map(({ to }) => to.path));

/** Purposes used by components and what stands in them: what a brand is expected to have a say in. */
function purposesOf({ components, items, resolution }: WallSubject): string[] {
  const found = new Set<string>();
  const walk = (path: string) => {
    if (found.has(path) || !resolution.index.numbers.has(path)) return;
    if (tierOf(resolution, path) === 'semantic') found.add(path);
    // A component's own token stands for a purpose.
    else for (const next of resolution.chain(path, 0).slice(1)) walk(next);
  };
  for (const component of withNested(components, items))
    for (const path of tokensOf(component, items)) walk(path);
  return [...found].sort();
}
