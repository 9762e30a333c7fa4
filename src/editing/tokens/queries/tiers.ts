import { parentPath, type Context } from '@/core/tokens/system';
import { append } from '@/core/base/append';
import { perTypes } from '@/core/tokens/facet';
import { TIERS as TIERS_OF_TOKENS, tierOf, type Tier } from '@/core/tokens/tier';
import type { GroupItem, TokenItem } from '@/core/tokens/items';
import type { LibraryTree } from '@/core/tokens/token-tree';
import type { OpenLibrary } from '@/editing/session/open-library';
import { selected, stripOf, type TokenFilter, type TokenStrip } from '../select';

export type TierRow = { y: number } & (
  | { kind: 'group'; key: string; path: string; count: number; closed: boolean }
  | { kind: 'token'; strip: TokenStrip; dim: boolean }
);

/** A window on the three columns: only the rows that stand in it. Heights are in px and the same for every row of a kind. */
export interface TiersView {
  columns: { tier: Tier; total: number; height: number; rows: TierRow[] }[];
  /** How many tokens the filter lets through, and how many there are. */
  shown: number;
  all: number;
  types: string[];
  origins: string[];
  /** The lines through what hangs together with the selected token: column and y of both ends. */
  lines: { key: string; from: [column: number, y: number]; to: [column: number, y: number] }[];
  /** The token this answer is about, its neighbours in the list, and where it stands. */
  selected: string | null;
  before: string | undefined;
  after: string | undefined;
  selectedY: number | undefined;
}

export const ROW = { group: 26, token: 29, gap: 10 } as const;
const TIERS = ['primitive', 'semantic', 'component'] as const;

export function tiers(
  library: OpenLibrary,
  {
    lens,
    filter,
    folded,
    from,
    to,
    selected: chosen,
  }: {
    lens: Context;
    filter: TokenFilter;
    folded: string[];
    from: number;
    to: number;
    selected: string | null;
  },
): TiersView {
  const lit = chosen === null ? undefined : chainOf(library, chosen);
  const closedKeys = new Set(folded);
  const marked = new Set([...(lit ?? []), ...(chosen === null ? [] : [chosen])]);
  const markedGroups = new Set([...marked].map(parentPath));
  const places = new Map<string, [number, number]>();
  let [before, after]: (string | undefined)[] = [];
  let last: string | undefined;
  let isNext = false;
  const columns = layoutOf(library, lens, filter).map(({ tier, groups, total }, number) => {
    const rows: TierRow[] = [];
    let y = 0;
    for (const [path, tokens] of groups) {
      const key = `${tier} ${path}`;
      const closed = closedKeys.has(key);
      if (y + ROW.group >= from && y <= to)
        rows.push({ kind: 'group', key, path, count: tokens.length, closed, y });
      y += ROW.group;
      const top = y;
      const seen = closed ? [] : tokens;
      const yOf = (at: number) => top + at * ROW.token;
      y = yOf(seen.length) + ROW.gap;
      if (seen.length === 0) continue;
      if (isNext) [after, isNext] = [seen[0], false];
      if (markedGroups.has(path))
        seen.forEach((token, at) => {
          if (marked.has(token)) places.set(token, [number, yOf(at) + ROW.token / 2]);
          if (token !== chosen) return;
          before = at > 0 ? seen[at - 1] : last;
          after = seen[at + 1];
          isNext = after === undefined;
        });
      last = seen.at(-1);
      const first = Math.max(0, Math.ceil((from - top) / ROW.token) - 1);
      for (let at = first; at < seen.length && yOf(at) <= to; at++) {
        const token = seen[at]!;
        const strip = stripOf(library, token, lens);
        rows.push({ kind: 'token', strip, dim: lit !== undefined && !lit.has(token), y: yOf(at) });
      }
    }
    return { tier, total, height: y, rows };
  });
  return {
    columns,
    shown: columns.reduce((sum, { total }) => sum + total, 0),
    all: library.resolution.paths.length,
    types: library.resolution.facet(TYPES),
    origins: [
      ...library.surroundings.ancestors.map((generation) => generation.name),
      library.snapshot.document.name,
    ],
    lines: lit ? linesBetween(library, lit, places) : [],
    selected: chosen,
    before,
    after,
    selectedY: chosen === null ? undefined : places.get(chosen)?.[1],
  };
}

/** The types there are, in the order of their names. */
const TYPES = perTypes(
  (resolution) =>
    [...new Set(resolution.paths.flatMap((path) => resolution.value(path, 0)?.type ?? []))].sort(),
  true,
);

interface Column {
  tier: Tier;
  /** Group path to the tokens in it, by path. */
  groups: Map<string, string[]>;
  total: number;
}

const layouts = new WeakMap<LibraryTree['paths'], { tiers: readonly Tier[]; columns: Column[] }>();

/** Which tokens stand in which column, of those a filter lets through. */
function layoutOf(library: OpenLibrary, lens: Context, filter: TokenFilter): Column[] {
  const { resolution, tree } = library;
  if (Object.values(filter).some(Boolean)) return columnsOf(library, selected(library, lens, filter));
  const tiersNow = resolution.facet(TIERS_OF_TOKENS);
  const known = layouts.get(tree.paths);
  if (known && (known.tiers === tiersNow || known.tiers.every((tier, i) => tier === tiersNow[i])))
    return known.columns;
  const columns = columnsOf(library, tree.nodes);
  layouts.set(tree.paths, { tiers: tiersNow, columns });
  return columns;
}

/** Of tokens; groups among them are passed over. */
function columnsOf(
  { resolution }: OpenLibrary,
  tokens: readonly { path: string; item?: TokenItem | GroupItem }[],
): Column[] {
  const columns = TIERS.map((tier): Column => ({ tier, groups: new Map(), total: 0 }));
  const tiersNow = resolution.facet(TIERS_OF_TOKENS);
  // Most stand in the group of the one before, and in its column.
  let group: string | undefined;
  let last: { tier: Tier; list: string[] } | undefined;
  for (const { path, item } of tokens) {
    if (item?.kind === 'group') continue;
    const token = resolution.index.numbers.get(path);
    const tier = token === undefined ? tierOf(resolution, path) : tiersNow[token]!;
    const column = columns[TIERS.indexOf(tier)]!;
    column.total++;
    if (last?.tier === tier && isIn(path, group!)) last.list.push(path);
    else {
      group = parentPath(path);
      append(column.groups, group, path);
      last = { tier, list: column.groups.get(group)! };
    }
  }
  return columns;
}

const isIn = (path: string, group: string): boolean =>
  group !== '' && path.startsWith(group) && path.lastIndexOf('.') === group.length;

/** Everything up and down the references from one token. */
function chainOf({ resolution }: OpenLibrary, path: string): Set<string> {
  const lit = new Set([path]);
  const walk = (next: (path: string) => readonly string[]) => {
    const queue = [path];
    const seen = new Set(queue);
    for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
      for (const other of next(at)) {
        if (seen.has(other)) continue;
        seen.add(other);
        lit.add(other);
        queue.push(other);
      }
    }
  };
  walk((at) => {
    const token = resolution.index.numbers.get(at);
    return token === undefined
      ? []
      : resolution.index.dependencies(token).map((other) => resolution.paths[other]!);
  });
  walk((at) => resolution.referrers(at));
  return lit;
}

/** At most this many lines are drawn; beyond that they say nothing. */
const DRAWN = 400;

function linesBetween(
  { resolution }: OpenLibrary,
  lit: ReadonlySet<string>,
  places: ReadonlyMap<string, [number, number]>,
): TiersView['lines'] {
  const lines: TiersView['lines'] = [];
  for (const path of lit) {
    const token = resolution.index.numbers.get(path);
    const to = places.get(path);
    if (token === undefined || !to) continue;
    for (const other of resolution.index.dependencies(token)) {
      const target = resolution.paths[other]!;
      const from = places.get(target);
      if (from && lit.has(target) && lines.length < DRAWN) lines.push({ key: `${target} ${path}`, from, to });
    }
  }
  return lines;
}
