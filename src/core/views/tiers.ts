import { cssText } from '../tokens/css-text';
import type { Context } from '../tokens/system';
import { lastName, parentPath } from '../tokens/system';
import { deprecationOf, tierOf, type Tier } from '../tokens/tier';
import type { CssText } from '../tokens/types/type';
import type { OpenLibrary } from './open-library';

/** A token as a strip shows it: its value under the lens and what there is to know at a glance. */
export interface TokenStrip {
  path: string;
  name: string;
  type: string;
  tier: Tier;
  /** CSS text; undefined where the token has no value under this lens. */
  css: CssText | undefined;
  /** The token it refers to, where its value is an alias. */
  alias: string | undefined;
  deprecated: boolean;
  finding: 'error' | 'warning' | 'note' | undefined;
  /** The library it comes from, where that is not this one. */
  origin: string | undefined;
  /** The axes it varies by. */
  varies: string[];
}

export interface TiersView {
  tiers: { tier: Tier; groups: { path: string; tokens: TokenStrip[] }[] }[];
  /** Direct references between tokens, from the one that refers. */
  edges: [string, string][];
}

export function stripOf(library: OpenLibrary, path: string, lens: Context): TokenStrip {
  const { resolution } = library;
  const resolved = resolution.value(path, lens);
  const id = library.tree.ids.get(path) ?? '';
  const origin = library.effective.originOf(id);
  const token = resolution.token(path, lens);
  return {
    path,
    name: lastName(path),
    type: resolved?.type ?? '',
    tier: tierOf(resolution, path),
    css: resolved && cssText(resolved),
    alias: token?.aliasOf === undefined ? undefined : resolution.paths[token.aliasOf],
    deprecated: deprecationOf(resolution, path) !== undefined,
    finding: library.findingsByPath().get(path)?.[0]?.severity,
    origin: origin === library.snapshot.document.name ? undefined : origin,
    varies: resolution.variesBy(path),
  };
}

export function tiers(library: OpenLibrary, { lens }: { lens: Context }): TiersView {
  const columns: TiersView['tiers'] = (['primitive', 'semantic', 'component'] as const).map((tier) => ({
    tier,
    groups: [],
  }));
  const { resolution } = library;
  const inOrder = library.tree.nodes.filter(({ item }) => item.kind === 'token').map(({ path }) => path);
  for (const path of inOrder) {
    const strip = stripOf(library, path, lens);
    const column = columns.find(({ tier }) => tier === strip.tier)!;
    const group = parentPath(path);
    const last = column.groups.at(-1);
    if (last?.path === group) last.tokens.push(strip);
    else {
      const known = column.groups.find((other) => other.path === group);
      if (known) known.tokens.push(strip);
      else column.groups.push({ path: group, tokens: [strip] });
    }
  }
  const edges = resolution.paths.flatMap((path, token) =>
    resolution.index.dependencies(token).map((other): [string, string] => [path, resolution.paths[other]!]),
  );
  return { tiers: columns, edges };
}
