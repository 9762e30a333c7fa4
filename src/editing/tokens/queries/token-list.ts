import { csvOf } from '@/core/base/csv';
import { cssText } from '@/core/tokens/css-text';
import { authoredValue } from '@/core/tokens/references';
import { printedObject } from '@/core/tokens/token-tree';
import { typedText } from '@/core/tokens/typed-value';
import type { CssText } from '@/core/tokens/types/type';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import {
  selected,
  sortedStrips,
  usesOf,
  type TokenFilter,
  type TokenOrder,
  type TokenStrip,
} from '../select';

/** A token's value under the lens, or under one context of the axis whose contexts are the columns. */
export interface ValueCell {
  /** Null: under the lens. */
  context: string | null;
  css: CssText | undefined;
  alias: string | undefined;
  /** As a person would type it. */
  text: string;
  /** The layer of this library whose value this is; null where it is inherited. */
  layer: string | null;
  /** Whether the value is set under this very context. */
  set: boolean;
}

interface Asked {
  lens: Context;
  filter: TokenFilter;
  order: TokenOrder;
  down: boolean;
  /** An axis: a column of values for each of its contexts. */
  across?: string | null;
}

export interface TokenListView {
  rows: (TokenStrip & { uses: number; findings: number; cells: ValueCell[] })[];
  /** The contexts that have a column; none without an axis. */
  columns: string[];
  total: number;
  /** How many of those are this library's own, and can be changed here. */
  own: number;
}

/** The contexts that are columns, each with the combination it is looked at in. */
function columnsOf(
  library: OpenLibrary,
  lens: Context,
  across: string | null = null,
): { context: string | null; lens: Context }[] {
  const axis = library.resolution.system.axes.find(({ name }) => name === across);
  return axis
    ? axis.contexts.map((context) => ({ context, lens: { ...lens, [axis.name]: context } }))
    : [{ context: null, lens }];
}

function cellOf(
  library: OpenLibrary,
  path: string,
  { context, lens }: { context: string | null; lens: Context },
  across: string | null,
): ValueCell {
  const { resolution, tree } = library;
  const resolved = resolution.value(path, lens);
  const token = resolution.token(path, lens);
  const winner =
    token?.from && !token.from.inheritedFrom ? resolution.system.sources[token.from.source] : undefined;
  const item = library.items.get(tree.ids.get(path) ?? '');
  const declaration = item?.kind === 'token' && winner ? item.declarations[winner.id] : undefined;
  const value = declaration && authoredValue(printedObject(declaration, tree));
  return {
    context,
    css: resolved && cssText(resolved),
    alias: token?.aliasOf === undefined ? undefined : resolution.paths[token.aliasOf],
    text: value === undefined ? '' : typedText(value, resolved?.type),
    layer: winner && library.own.items.has(winner.id) ? winner.id : null,
    set: context !== null && across !== null && winner?.when[across] === context,
  };
}

/** Tokens as a table: a window of the rows a filter lets through, in any order. */
export function tokenList(
  library: OpenLibrary,
  { lens, filter, order, down, across = null, from, count }: Asked & { from: number; count: number },
): TokenListView {
  const columns = columnsOf(library, lens, across);
  const list = sortedStrips(library, selected(library, lens, filter), order, down);
  const rows = list.slice(from, from + count).map((strip) => ({
    ...strip,
    uses: usesOf(library, strip.path),
    findings: library.findingsAt(strip.path).length,
    cells: columns.map((column) => cellOf(library, strip.path, column, across)),
  }));
  return {
    rows,
    columns: columns.flatMap(({ context }) => context ?? []),
    total: list.length,
    own: list.filter(({ origin }) => origin === undefined).length,
  };
}

/** The paths of this library's own tokens that a filter lets through. */
export function matchingPaths(
  library: OpenLibrary,
  { lens, filter }: { lens: Context; filter: TokenFilter },
): string[] {
  return selected(library, lens, filter).flatMap(({ path, origin }) => (origin === undefined ? [path] : []));
}

/** The same table as comma-separated values (RFC 4180), all of it. */
export function tokenCsv(library: OpenLibrary, { lens, filter, order, down, across = null }: Asked): string {
  const columns = columnsOf(library, lens, across);
  const list = sortedStrips(library, selected(library, lens, filter), order, down);
  const text = (css: TokenStrip['css']) =>
    css === undefined
      ? ''
      : typeof css === 'string'
        ? css
        : Object.entries(css)
            .map(([name, value]) => `${name}: ${value}`)
            .join('; ');
  return csvOf(
    [
      'path',
      'tier',
      'type',
      ...columns.map(({ context }) => (context === null ? 'value' : `${across} ${context}`)),
      'refers to',
      'from',
      'varies by',
      'uses',
      'findings',
      'deprecated',
    ],
    list.map((strip) => [
      strip.path,
      strip.tier,
      strip.type,
      ...columns.map((column) => {
        const resolved = library.resolution.value(strip.path, column.lens);
        return text(resolved && cssText(resolved));
      }),
      strip.alias ?? '',
      strip.origin ?? library.snapshot.document.name,
      strip.varies.join(' '),
      String(usesOf(library, strip.path)),
      library
        .findingsAt(strip.path)
        .map((finding) => finding.code)
        .join(' '),
      strip.deprecated ? 'yes' : '',
    ]),
  );
}
