import { cssLine } from '@/core/tokens/css-text';
import { byOrder, itemsOf, type Items } from '@/core/document/item';
import type { ComponentDefinition } from '@/core/components/definition';
import { renderNested, withNested } from '@/core/components/nested';
import { usesOf } from '@/core/library/reach';
import { pageStyles } from '@/core/outputs/page-styles';
import { isSetUnder } from '@/core/tokens/set-under';
import type { Axis, Context } from '@/core/tokens/system';
import { tierOf } from '@/core/tokens/tier';
import { backdropsOf } from '@/editing/session/backdrop';
import type { OpenLibrary } from '@/editing/session/open-library';

/** As many components are drawn in each cell. */
export const MOST_DRAWN = 6;
/** As many are drawn where none is asked for. */
const FEW = 3;

export interface BrandsAsked {
  /** The axis whose contexts are the rows; left out: brands, else the first axis. */
  rows?: string | null;
  /** The axis whose contexts are the columns; left out: the next one. */
  columns?: string | null;
  /** What the axes that are neither stand at. */
  lens: Context;
  /** Names of components; none: those with the most uses of tokens. */
  show?: readonly string[];
}

export interface UnsetToken {
  path: string;
  type: string;
  /** Its value there, which is that of the default. */
  css: string;
  /** Contexts of the axis that have a say in it, where this one has none. */
  valuedIn: string[];
}

export interface BrandRow {
  context: string;
  default: boolean;
  cells: { context: string | null; lens: Context; html: string; backdrop: string }[];
  /** Of the purposes that what is drawn uses, how many this context has a say in. */
  valued: number;
  /** The others: those that another context sets first. Of the default none is missing. */
  unset: UnsetToken[];
}

export interface BrandsView {
  /** Axes there are to choose from. */
  axes: string[];
  rows: string;
  columns: string | null;
  shown: string[];
  components: string[];
  /** Purposes that what is drawn uses, at any place. */
  used: number;
  css: string;
  brands: BrandRow[];
}

/** Components under every context of one axis, by those of another, and what each leaves as it is by default. */
export function brands(library: OpenLibrary, asked: BrandsAsked): BrandsView | null {
  const { items, resolution } = library;
  const { axes } = resolution.system;
  const rows = axes.find(({ name }) => name === asked.rows) ?? axes.find(({ name }) => name === 'brand') ?? axes[0];
  if (!rows) return null;
  const others = axes.filter((axis) => axis !== rows);
  const columns = others.find(({ name }) => name === asked.columns) ?? others[0];
  const all = itemsOf(items, 'component').filter(({ visibility }) => visibility !== 'internal').sort(byOrder);
  const named = (asked.show ?? []).flatMap((name) => all.find((one) => one.name === name) ?? []);
  const shown = named.length > 0 ? named.slice(0, MOST_DRAWN) : mostUses(all, items).slice(0, FEW);
  const used = purposesOf(shown, library);
  const standard: Context = { ...asked.lens };
  const contextsOf = ({ contexts }: Axis): readonly (string | null)[] => contexts;
  const says = (path: string, context: string): boolean =>
    (columns ? contextsOf(columns) : [null]).some((column) =>
      isSetUnder(resolution, path, rows.name, lensAt(standard, rows, context, columns, column)),
    );
  const valuedIn = new Map(used.map((path) => [path, rows.contexts.filter((context) => says(path, context))]));
  return {
    axes: axes.map(({ name }) => name),
    rows: rows.name,
    columns: columns?.name ?? null,
    shown: shown.map(({ name }) => name),
    components: all.map(({ name }) => name),
    used: used.length,
    css: pageStyles(items, resolution, shown),
    brands: rows.contexts.map((context): BrandRow => {
      const isDefault = context === (rows.default ?? rows.contexts[0]);
      const cells = (columns ? contextsOf(columns) : [null]).map((column) => {
        const lens = lensAt(standard, rows, context, columns, column);
        return {
          context: column,
          lens,
          html: shown.map((one) => `<div style="margin-bottom:16px">${renderNested(one, items, { context: lens })}</div>`).join(''),
          backdrop: backdropsOf(library, lens).css,
        };
      });
      const missing = isDefault ? [] : used.filter((path) => !valuedIn.get(path)!.includes(context));
      const unset = missing.flatMap((path): UnsetToken[] => {
        const resolved = resolution.value(path, cells[0]!.lens);
        return resolved ? [{ path, type: resolved.type, css: cssLine(resolved), valuedIn: valuedIn.get(path)! }] : [];
      });
      return {
        context,
        default: isDefault,
        cells,
        valued: used.filter((path) => valuedIn.get(path)!.includes(context)).length,
        unset: [...unset.filter((one) => one.valuedIn.length > 0), ...unset.filter((one) => one.valuedIn.length === 0)],
      };
    }),
  };
} // prettier-ignore

const lensAt = (
  standard: Context,
  rows: Axis,
  context: string,
  columns: Axis | undefined,
  column: string | null,
): Context => ({
  ...standard,
  [rows.name]: context,
  ...(columns && column !== null && { [columns.name]: column }),
});

/** Tokens that a component uses directly. */
const tokensOf = (component: ComponentDefinition, items: Items): Set<string> =>
  new Set(usesOf(component, items).map(({ to }) => to.path));

const mostUses = (components: readonly ComponentDefinition[], items: Items): ComponentDefinition[] =>
  components
    .map((component) => ({ component, uses: tokensOf(component, items).size }))
    .sort((a, b) => b.uses - a.uses)
    .map(({ component }) => component);

/** Purposes used by components and what stands in them: what a brand is expected to have a say in. */
function purposesOf(shown: readonly ComponentDefinition[], { items, resolution }: OpenLibrary): string[] {
  const found = new Set<string>();
  const walk = (path: string) => {
    if (found.has(path) || !resolution.index.numbers.has(path)) return;
    if (tierOf(resolution, path) === 'semantic') found.add(path);
    // A component's own token stands for a purpose.
    else for (const next of resolution.chain(path, 0).slice(1)) walk(next);
  };
  for (const component of withNested(shown, items)) for (const path of tokensOf(component, items)) walk(path);
  return [...found].sort();
}
