import { Refusal } from '@/core/base/errors';
import {
  columnProps,
  fillable,
  readTable,
  tableExample,
  tableText,
  usualFill,
} from '@/core/components/data-table';
import { itemsOf, ordered } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';

export interface DataTableView {
  id: string;
  name: string;
  fills: string | null;
  columns: string[];
  rows: string[][];
  /** The prop each column sets; null: none is called so. */
  sets: (string | null)[];
  /** As CSV, to be edited. */
  text: string;
  /** Whether it is kept with this component, not with the one it varies. */
  own: boolean;
  /** Whether the slot or part it fills is there. */
  fits: boolean;
}

interface DataTablesView {
  tables: DataTableView[];
  /** What a table can fill; null: the component itself. */
  fillable: (string | null)[];
}

/** The tables of data that stay with a component, and what they can fill; null where there is no such component. */
export function dataTables(library: OpenLibrary, { name }: { name: string }): DataTablesView | null {
  const component = itemsOf(library.items, 'component').find((other) => other.name === name);
  if (!component) return null;
  const { items } = library;
  const own = library.own.items.get(component.id);
  const can = fillable(component, items);
  return {
    tables: ordered(component.data ?? {}).map(({ id, name: table, fills, columns, rows }) => ({
      id,
      name: table,
      fills,
      columns,
      rows,
      sets: columnProps(component, { columns, fills }, items),
      text: tableText({ columns, rows }),
      own: own?.kind === 'component' && own.data?.[id] !== undefined,
      fits: can.includes(fills),
    })),
    fillable: can,
  };
}

/** What rows come to, as they are typed. */
export type TypedTable =
  { problem: string; fix: string } | { columns: string[]; rows: number; sets: (string | null)[] };

/** What rows that are being typed or were chosen as a file come to, before they are stored; and rows to start from. */
export function typedTable(
  library: OpenLibrary,
  { name, fills: chosen, text }: { name: string; fills?: string | null; text: string },
): { table: TypedTable | null; fills: string | null; example: string } | null {
  const component = itemsOf(library.items, 'component').find((other) => other.name === name);
  if (!component) return null;
  const { items } = library;
  /** Where the rows go: what was chosen, else what takes most of their columns. */
  const fillOf = (columns: readonly string[]) =>
    chosen === undefined ? usualFill(component, items, columns) : chosen;
  const unread = fillOf([]);
  const example = tableExample(component, unread, items);
  if (text.trim() === '') return { table: null, fills: unread, example };
  try {
    const { columns, rows } = readTable(text);
    const fills = fillOf(columns);
    const sets = columnProps(component, { columns, fills }, items);
    return { table: { columns, rows: rows.length, sets }, fills, example };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { table: { problem: error.problem, fix: error.fix }, fills: unread, example };
  }
}
