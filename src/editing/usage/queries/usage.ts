import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { whereIs, type Where } from '@/editing/session/where';

export interface UsageRow {
  id: string;
  title: string;
  kind: 'token' | 'component';
  href: string;
  /** Places that refer to it. */
  direct: number;
  /** Items reached only through others. */
  indirect: number;
  /** Items that use it directly or through others, by kind. */
  by: { tokens: number; components: number; guides: number; screens: number; products: number };
}

export interface UsesView {
  title: string;
  direct: (Where & { place: string })[];
  indirect: (Where & { steps: number })[];
}

export function usage(library: OpenLibrary): { rows: UsageRow[] } {
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
      indirect,
      by: { ...kinds, products: products.size },
    };
  };
  const base = `/libraries/${library.snapshot.document.slug}`;
  const tokens = library.tree.nodes
    .filter(({ item }) => item.kind === 'token')
    .map(({ item, path }) => row(item.id, path, 'token', `${base}/tokens/${encodeURIComponent(path)}`));
  const components = itemsOf(library.items, 'component').map((component) =>
    row(component.id, component.name, 'component', `${base}/components/${component.name}`),
  );
  return { rows: [...components, ...tokens] };
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
