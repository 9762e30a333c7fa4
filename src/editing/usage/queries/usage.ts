import { append } from '@/core/base/append';
import { itemsOf } from '@/core/document/item';
import { compareVersions } from '@/core/releases/version';
import { cssText } from '@/core/tokens/css-text';
import { readByName } from '@/core/tokens/read-by-name';
import type { CssText } from '@/core/tokens/types/type';
import type { OpenLibrary } from '@/editing/session/open-library';
import { whereIs, type Where } from '@/editing/session/where';

export interface UsageRow {
  id: string;
  title: string;
  kind: 'token' | 'component';
  href: string;
  /** Of a token: its type and value, for its specimen. */
  type?: string;
  css?: CssText;
  /** Places that refer to it. */
  direct: number;
  /** Whether it is in use by its name and place alone: of a layout grid, an inset, a text role. */
  byName: boolean;
  /** Items reached only through others. */
  indirect: number;
  /** Items that use it directly or through others, by kind. */
  by: { tokens: number; components: number; guides: number; screens: number; products: number };
}

interface UsesView {
  title: string;
  direct: (Where & { place: string })[];
  indirect: (Where & { steps: number })[];
}

export interface UsageView {
  rows: UsageRow[];
  /** How many tokens and components anything refers to, of all there are. */
  used: { tokens: number; allTokens: number; components: number; allComponents: number };
  /** The products at each release that one is pinned to, the newest release first. */
  versions: { version: string; products: string[] }[];
}

export function usage(library: OpenLibrary): UsageView {
  const index = library.reach();
  const row = (id: string, title: string, kind: UsageRow['kind'], href: string): UsageRow => {
    const direct = index.direct(id);
    const reached = [...index.reached(id)];
    const kinds = { tokens: 0, components: 0, guides: 0, screens: 0 };
    const products = new Set<string>();
    let indirect = 0;
    for (const [other, steps] of reached) {
      const held = index.holder(other);
      if (!held) continue;
      if (steps > 1 && held.item.kind !== 'placement') indirect++;
      if (held.item.kind === 'token') kinds.tokens++;
      if (held.item.kind === 'component') kinds.components++;
      if (held.item.kind === 'guide') kinds.guides++;
      if (held.item.kind === 'screen') kinds.screens++;
      if (held.document.kind === 'product') products.add(held.document.id);
    }
    return {
      id,
      title,
      kind,
      href,
      direct: direct.length,
      byName: kind === 'token' && readByName(library.resolution).has(title),
      indirect,
      by: { ...kinds, products: products.size },
    };
  };
  const base = `/libraries/${library.snapshot.document.slug}`;
  const tokens = library.tree.nodes
    .filter(({ item }) => item.kind === 'token')
    .map(({ item, path }) => {
      const resolved = library.resolution.value(path, 0);
      return {
        ...row(item.id, path, 'token', `${base}/tokens/${encodeURIComponent(path)}`),
        ...(resolved && { type: resolved.type, css: cssText(resolved) }),
      };
    });
  const components = itemsOf(library.items, 'component').map((component) =>
    row(component.id, component.name, 'component', `${base}/components/${component.name}`),
  );
  const isUsed = ({ direct, byName }: UsageRow) => direct > 0 || byName;
  const versions = new Map<string, string[]>();
  for (const { name, version } of library.snapshot.products) append(versions, version, name);
  return {
    rows: [...components, ...tokens],
    used: {
      tokens: tokens.filter(isUsed).length,
      allTokens: tokens.length,
      components: components.filter(isUsed).length,
      allComponents: components.length,
    },
    versions: [...versions]
      .sort(([a], [b]) => compareVersions(b, a))
      .map(([version, products]) => ({ version, products })),
  };
}

export function uses(library: OpenLibrary, { id }: { id: string }): UsesView | null {
  const here = whereIs(library, id);
  if (!here) return null;
  const index = library.reach();
  return {
    title: here.title,
    direct: index.direct(id).flatMap((use) => {
      const where = whereIs(library, use.by);
      return where ? [{ ...where, place: use.place.replace(/^layer \S+$/, 'refers to it') }] : [];
    }),
    indirect: [...index.reached(id)]
      .filter(([, steps]) => steps > 1)
      .flatMap(([other, steps]) => {
        const where = whereIs(library, other);
        return where && where.kind !== 'placement' ? [{ ...where, steps }] : [];
      })
      .sort((a, b) => a.steps - b.steps),
  };
}
