import { csvOf } from '@/core/base/csv';
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

interface TokenListView {
  rows: (TokenStrip & { uses: number; findings: number })[];
  total: number;
}

/** Tokens as a table: a window of the rows a filter lets through, in any order. */
export function tokenList(
  library: OpenLibrary,
  {
    lens,
    filter,
    order,
    down,
    from,
    count,
  }: { lens: Context; filter: TokenFilter; order: TokenOrder; down: boolean; from: number; count: number },
): TokenListView {
  const list = sortedStrips(library, selected(library, lens, filter), order, down);
  const rows = list.slice(from, from + count).map((strip) => ({
    ...strip,
    uses: usesOf(library, strip.path),
    findings: library.findingsAt(strip.path).length,
  }));
  return { rows, total: list.length };
}

/** The same table as comma-separated values (RFC 4180), all of it. */
export function tokenCsv(
  library: OpenLibrary,
  { lens, filter, order, down }: { lens: Context; filter: TokenFilter; order: TokenOrder; down: boolean },
): string {
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
    ['path', 'tier', 'type', 'value', 'refers to', 'from', 'varies by', 'uses', 'findings', 'deprecated'],
    list.map((strip) => [
      strip.path,
      strip.tier,
      strip.type,
      text(strip.css),
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
