import { settableFaces, type SettableFace } from '@/core/assets/known-fonts';
import { append } from '@/core/base/append';
import { itemsOf, type ItemOf } from '@/core/document/item';
import { renderNested } from '@/core/components/nested';
import { specimenStyles } from '@/core/outputs/page-styles';
import { cssLine, cssText } from '@/core/tokens/css-text';
import { parentPath, type Context } from '@/core/tokens/system';
import { tierOf } from '@/core/tokens/tier';
import type { CssText } from '@/core/tokens/types/type';
import { compareVersions } from '@/core/releases/version';
import type { OpenLibrary } from '../open-library';

/** What shows at a glance which library this is, and how it stands. */
interface LibraryCard {
  isEmpty: boolean;
  /** Faces of the library's own fonts, to be fetched before text is set in them. */
  faces: SettableFace[];
  /** Families of primitive colours, the largest first; before all those that the library adds itself. */
  ramps: { path: string; colors: string[] }[];
  /** The largest and the smallest text style. */
  texts: { path: string; css: CssText }[];
  /** The components used most of each rank, drawn together, the library's own before inherited ones; null where there is none. */
  specimen: { html: string; css: string; names: string[] } | null;
  /** The combinations worth seeing it under: the defaults, then each other context, the library's own first. */
  lenses: { label: string; lens: Context }[];
  /** Products that are pinned to an older release than the last. */
  behind: number;
}

const RAMPS = 6;
const STEPS = 3;
const COMPONENTS = 3;
const LENSES = 3;

export function card(library: OpenLibrary): LibraryCard {
  const { resolution, items, snapshot, own } = library;
  const isOwn = ({ id }: { id: string }) => own.items.has(id);
  const families = new Map<string, string[]>();
  const ownFamilies = new Set<string>();
  const texts: { path: string; css: CssText; size: number }[] = [];
  for (const path of resolution.paths) {
    const resolved = resolution.value(path, 0);
    if (resolved?.type === 'color' && tierOf(resolution, path) === 'primitive') {
      const family = parentPath(path);
      append(families, family, cssLine(resolved));
      if (own.items.has(library.tree.ids.get(path) ?? '')) ownFamilies.add(family);
    }
    if (resolved?.type === 'typography') {
      const css = cssText(resolved);
      const size = typeof css === 'object' ? Number.parseFloat(css['font-size'] ?? '') : 0;
      texts.push({ path, css, size });
    }
  }
  texts.sort((a, b) => b.size - a.size);
  const components = mostTelling(library, COMPONENTS);
  const axes = resolution.system.axes.map((axis) => ({
    ...axis,
    first: axis.default ?? axis.contexts[0] ?? '',
  }));
  const base: Context = Object.fromEntries(axes.map(({ name, first }) => [name, first]));
  const others = axes.flatMap(({ name, contexts, first }) =>
    contexts
      .filter((context) => context !== first)
      .map((context) => ({ label: context, lens: { ...base, [name]: context } })),
  );
  const ownContexts = new Set(
    itemsOf(items, 'context')
      .filter(isOwn)
      .map(({ name }) => name),
  );
  others.sort((a, b) => Number(ownContexts.has(b.label)) - Number(ownContexts.has(a.label)));
  const { last } = snapshot;
  const drawn = `<div style="display:flex;flex-wrap:wrap;gap:14px;align-items:center">${components
    .map((component) => renderNested(component, items, { props: {}, context: base }))
    .join('')}</div>`;
  return {
    isEmpty: resolution.paths.length === 0,
    faces: settableFaces(items),
    ramps: [...families]
      .filter(([, colors]) => colors.length >= STEPS)
      .sort(
        (a, b) => Number(ownFamilies.has(b[0])) - Number(ownFamilies.has(a[0])) || b[1].length - a[1].length,
      )
      .slice(0, RAMPS)
      .map(([path, colors]) => ({ path, colors })),
    texts: (texts.length > 1 ? [texts[0]!, texts.at(-1)!] : texts).map(({ path, css }) => ({ path, css })),
    specimen:
      components.length === 0
        ? null
        : {
            names: components.map(({ name }) => name),
            html: drawn,
            css: specimenStyles(items, resolution, components, drawn),
          },
    lenses: [{ label: Object.values(base).join(', '), lens: base }, ...others].slice(0, LENSES),
    behind: last
      ? snapshot.products.filter(({ version }) => compareVersions(version, last.version) < 0).length
      : 0,
  };
}

/** Components to tell a library by: its own first, then of each rank the one used most, then the second of each. */
function mostTelling(library: OpenLibrary, count: number): ItemOf<'component'>[] {
  const { items, own } = library;
  const all = itemsOf(items, 'component')
    .filter(({ deprecation, visibility }) => !deprecation && visibility === 'released')
    .map((component) => ({
      component,
      foreign: Number(!own.items.has(component.id)),
      uses: library.reach().direct(component.id).length,
    }))
    .sort((a, b) => a.foreign - b.foreign || b.uses - a.uses);
  const met = new Map<string, number>();
  return all
    .map((one) => {
      const among = `${one.foreign} ${one.component.rank}`;
      const place = met.get(among) ?? 0;
      met.set(among, place + 1);
      return { ...one, place };
    })
    .sort((a, b) => a.foreign - b.foreign || a.place - b.place || b.uses - a.uses)
    .slice(0, count)
    .map(({ component }) => component);
}
