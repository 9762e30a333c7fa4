import { equal } from '../document/edits';
import type { CssText } from './types/type';

/** A token as it stands in one library under one context. */
export interface ComparedToken {
  path: string;
  type: string;
  css: CssText | undefined;
}
/** `same`: all have it with one value; `different`: all have it, with several; `missing`: at least one has it not. */
export type Comparison = 'same' | 'different' | 'missing';
export interface ComparedRow {
  path: string;
  /** One a library, in their order; null where it has no token of this path. */
  cells: (ComparedToken | null)[];
  state: Comparison;
}

/** Tokens of several libraries by path: those of the first in its order, then what each further one has besides. */
export function compareTokens(libraries: readonly (readonly ComparedToken[])[]): ComparedRow[] {
  const rows = new Map<string, (ComparedToken | null)[]>();
  libraries.forEach((tokens, i) => {
    for (const token of tokens) {
      let cells = rows.get(token.path);
      if (!cells) rows.set(token.path, (cells = libraries.map(() => null)));
      cells[i] = token;
    }
  });
  return [...rows].map(([path, cells]) => ({ path, cells, state: stateOf(cells) }));
}

function stateOf(cells: readonly (ComparedToken | null)[]): Comparison {
  const [first] = cells;
  if (!first || cells.includes(null)) return 'missing';
  return cells.every((one) => one!.type === first.type && equal(one!.css, first.css)) ? 'same' : 'different';
}
