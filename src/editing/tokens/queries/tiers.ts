import { parentPath, type Context } from '@/core/tokens/system';
import type { Tier } from '@/core/tokens/tier';
import type { OpenLibrary } from '@/editing/session/open-library';
import { selected, type TokenFilter, type TokenStrip } from '../select';

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
  const list = selected(library, lens, filter);
  const lit = chosen === null ? undefined : chainOf(library, chosen);
  const closedKeys = new Set(folded);
  const places = new Map<string, [number, number]>();
  const groups = TIERS.map(() => new Map<string, TokenStrip[]>());
  for (const strip of list) {
    const column = groups[TIERS.indexOf(strip.tier)]!;
    const group = parentPath(strip.path);
    const known = column.get(group);
    if (known) known.push(strip);
    else column.set(group, [strip]);
  }
  const order: string[] = [];
  const columns = TIERS.map((tier, number) => {
    const rows: TierRow[] = [];
    let y = 0;
    let total = 0;
    for (const [path, tokens] of groups[number]!) {
      const key = `${tier} ${path}`;
      const closed = closedKeys.has(key);
      total += tokens.length;
      if (y + ROW.group >= from && y <= to)
        rows.push({ kind: 'group', key, path, count: tokens.length, closed, y });
      y += ROW.group;
      for (const strip of closed ? [] : tokens) {
        order.push(strip.path);
        if (lit?.has(strip.path)) places.set(strip.path, [number, y + ROW.token / 2]);
        else if (strip.path === chosen) places.set(strip.path, [number, y + ROW.token / 2]);
        if (y + ROW.token >= from && y <= to)
          rows.push({ kind: 'token', strip, dim: lit !== undefined && !lit.has(strip.path), y });
        y += ROW.token;
      }
      y += ROW.gap;
    }
    return { tier, total, height: y, rows };
  });
  const at = chosen === null ? -1 : order.indexOf(chosen);
  const all = library.resolution.paths.length;
  return {
    columns,
    shown: list.length,
    all,
    types: typesOf(library),
    origins: [
      ...library.surroundings.ancestors.map((generation) => generation.name),
      library.snapshot.document.name,
    ],
    lines: lit ? linesBetween(library, lit, places) : [],
    selected: chosen,
    before: at > 0 ? order[at - 1] : undefined,
    after: at === -1 ? undefined : order[at + 1],
    selectedY: chosen === null ? undefined : places.get(chosen)?.[1],
  };
}

const types = new WeakMap<OpenLibrary, string[]>();
function typesOf(library: OpenLibrary): string[] {
  let known = types.get(library);
  if (!known) {
    const found = new Set<string>();
    for (const path of library.resolution.paths) {
      const type = library.resolution.value(path, 0)?.type;
      if (type) found.add(type);
    }
    types.set(library, (known = [...found].sort()));
  }
  return known;
}

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
