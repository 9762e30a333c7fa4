import { colorOf, parseColor } from '@/core/base/color/color';
import { ColorIndex } from '@/core/base/color/nearest';
import { cssText } from '@/core/tokens/css-text';
import { type Context, lastName } from '@/core/tokens/system';
import { readByName } from '@/core/tokens/read-by-name';
import { deprecationOf, isInternal, tierOf, type Tier } from '@/core/tokens/tier';
import type { CssText } from '@/core/tokens/types/type';
import type { OpenLibrary } from '@/editing/session/open-library';

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
  internal: boolean;
  finding: 'error' | 'warning' | 'note' | undefined;
  /** The library it comes from, where that is not this one. */
  origin: string | undefined;
  /** The axes it varies by. */
  varies: string[];
}

/** What of the tokens is asked for; everything left out lets all through. */
export interface TokenFilter {
  /** Words that must all stand in the path or the value, or name the type; `near:#0a5d6a` or `near:#0a5d6a/3` for colours. */
  find?: string;
  type?: string;
  tier?: string;
  origin?: string;
  /** `findings`, `changed`, `unused`, `varies`, `deprecated`, `internal`, or the code of a check. */
  only?: string;
}

export type TokenOrder = 'library' | 'path' | 'value' | 'type' | 'uses';

const strips = new WeakMap<OpenLibrary, Map<string, TokenStrip[]>>();

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
    internal: isInternal(resolution, path),
    finding: library.levelAt(path),
    origin: origin === library.snapshot.document.name ? undefined : origin,
    varies: resolution.variesBy(path),
  };
}

/** Strips of all tokens in the order of the library, worked out once for each lens. */
function stripsOf(library: OpenLibrary, lens: Context): TokenStrip[] {
  let byLens = strips.get(library);
  if (!byLens) strips.set(library, (byLens = new Map()));
  const key = JSON.stringify(lens);
  let all = byLens.get(key);
  if (!all) {
    all = library.tree.nodes
      .filter(({ item }) => item.kind === 'token')
      .map(({ path }) => stripOf(library, path, lens));
    byLens.set(key, all);
  }
  return all;
}

/** The usual limit of “all near this colour”, by CIEDE2000. */
const NEAR = 3;

/** The strips a filter lets through, in the order of the library. */
export function selected(library: OpenLibrary, lens: Context, filter: TokenFilter): TokenStrip[] {
  const all = stripsOf(library, lens);
  const words: string[] = [];
  let near: ReadonlySet<string> | undefined;
  // A colour function holds spaces: it is one word.
  for (const word of (filter.find ?? '').match(/near:[a-z-]+\([^)]*\)\S*|near:\S+|\S+/gi) ?? []) {
    const [, text, limit] = /^near:(.+?)(?:\/([\d.]+))?$/i.exec(word) ?? [];
    const color = text === undefined ? undefined : parseColor(text);
    if (color) near = nearTo(library, lens, all, color, limit === undefined ? NEAR : Number(limit));
    else words.push(word.toLowerCase());
  }
  const only = filter.only ?? '';
  const allows = onlyOf(library, only);
  return all.filter(
    (strip) =>
      (near === undefined || near.has(strip.path)) &&
      (!filter.type || strip.type === filter.type) &&
      (!filter.tier || strip.tier === filter.tier) &&
      (!filter.origin || (strip.origin ?? library.snapshot.document.name) === filter.origin) &&
      allows(strip) &&
      words.every(
        (word) =>
          strip.path.toLowerCase().includes(word) ||
          strip.type.toLowerCase() === word ||
          valueText(strip.css).includes(word),
      ),
  );
}

const texts = new WeakMap<object, string>();
function valueText(css: CssText | undefined): string {
  if (css === undefined) return '';
  if (typeof css === 'string') return css.toLowerCase();
  let text = texts.get(css);
  if (text === undefined) texts.set(css, (text = Object.values(css).join(' ').toLowerCase()));
  return text;
}

function onlyOf(library: OpenLibrary, only: string): (strip: TokenStrip) => boolean {
  switch (only) {
    case '':
      return () => true;
    case 'findings':
      return (strip) => strip.finding !== undefined;
    case 'deprecated':
      return (strip) => strip.deprecated;
    case 'internal':
      return (strip) => strip.internal;
    case 'varies':
      return (strip) => strip.varies.length > 0;
    case 'changed': {
      const changed = new Set(library.ledger().map((entry) => entry.item));
      return (strip) => changed.has(library.tree.ids.get(strip.path) ?? '');
    }
    case 'unused':
      return (strip) => usesOf(library, strip.path) === 0 && !readByName(library.resolution).has(strip.path);
    default: {
      return (strip) => library.findingsAt(strip.path).some((finding) => finding.code === only);
    }
  }
}

/** Direct uses of a token, whoever makes them. */
export function usesOf(library: OpenLibrary, path: string): number {
  return library.reach().direct(library.tree.ids.get(path) ?? '').length;
}

function nearTo(
  library: OpenLibrary,
  lens: Context,
  all: TokenStrip[],
  color: NonNullable<ReturnType<typeof parseColor>>,
  limit: number,
): Set<string> {
  const colors = all.flatMap((strip) => {
    const resolved = strip.type === 'color' ? library.resolution.value(strip.path, lens) : undefined;
    const own = resolved && colorOf(resolved.value);
    return own ? [{ path: strip.path, color: own }] : [];
  });
  const index = new ColorIndex(colors.map((one) => one.color));
  return new Set(index.within(color, limit).map(({ index: i }) => colors[i]!.path));
}

/** The same strips in another order. */
export function sortedStrips(
  library: OpenLibrary,
  list: TokenStrip[],
  order: TokenOrder,
  down: boolean,
): TokenStrip[] {
  if (order === 'library') return down ? [...list].reverse() : list;
  const key = (strip: TokenStrip): string | number =>
    order === 'path'
      ? strip.path
      : order === 'type'
        ? `${strip.type} ${strip.path}`
        : order === 'uses'
          ? usesOf(library, strip.path)
          : valueKey(strip.css);
  const keyed = list.map((strip) => ({ strip, key: key(strip) }));
  keyed.sort((a, b) =>
    typeof a.key === 'number' && typeof b.key === 'number'
      ? a.key - b.key
      : String(a.key).localeCompare(String(b.key), 'en', { numeric: true }),
  );
  if (down) keyed.reverse();
  return keyed.map(({ strip }) => strip);
}

function valueKey(css: CssText | undefined): string {
  if (css === undefined) return '';
  return typeof css === 'string' ? css : (css['font-size'] ?? '');
}
