import { cssText } from '@/core/tokens/css-text';
import type { CssText } from '@/core/tokens/types/type';
import { colorOf, parseColor } from '@/core/base/color/color';
import { ColorIndex } from '@/core/base/color/nearest';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '../open-library';

interface Found {
  title: string;
  kind: string;
  href: string;
  /** Of a colour, its CSS text, to be shown beside the name. */
  css?: string;
}

/** Everything that can be gone to by name, best first: names that begin with what was typed before those that hold it. */
export function search(library: OpenLibrary, { text, limit }: { text: string; limit: number }): Found[] {
  const base = `/libraries/${library.snapshot.document.slug}`;
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found: (Found & { rank: number })[] = [];
  const look = (title: string, kind: string, href: string, css?: string) => {
    const low = title.toLowerCase();
    if (!words.every((word) => low.includes(word) || kind === word)) return;
    const [first = ''] = words;
    const rank = low === first ? 0 : low.startsWith(first) ? 1 : low.includes(`.${first}`) ? 2 : 3;
    found.push({ title, kind, href, ...(css && { css }), rank: rank + (kind === 'token' ? 0.5 : 0) });
  };
  for (const item of library.items.values()) {
    if (item.kind === 'component')
      look(
        item.deprecation ? `${item.name}, deprecated` : item.name,
        'component',
        `${base}/components/${item.name}`,
      );
    if (item.kind === 'guide') look(item.title, 'guide', `${base}/guides/${item.name}`);
  }
  for (const path of library.resolution.paths) {
    const resolved = library.resolution.value(path, 0);
    const css = resolved?.type === 'color' ? (cssText(resolved) as string) : undefined;
    look(path, 'token', `${base}/tokens/${encodeURIComponent(path)}`, css);
  }
  return found
    .sort((a, b) => a.rank - b.rank || a.title.length - b.title.length)
    .slice(0, limit)
    .map(({ rank: _rank, ...one }) => one);
}

/** Tokens to pick for a value: of one type, by words or, for a colour typed, by closeness. */
export function pick(
  library: OpenLibrary,
  { text, type, lens, not }: { text: string; type: string; lens: Context; not: string },
): { path: string; css: CssText; difference: number | undefined }[] {
  const { resolution } = library;
  const words = text.replace(/[{}]/g, ' ').toLowerCase().split(/\s+/).filter(Boolean);
  const color = type === 'color' ? parseColor(text) : undefined;
  const fitting = resolution.paths.flatMap((path) => {
    if (path === not) return [];
    const resolved = resolution.value(path, lens);
    return resolved && (type === '' || resolved.type === type) ? [{ path, resolved }] : [];
  });
  if (color) {
    const index = new ColorIndex(fitting.map(({ resolved }) => colorOf(resolved.value)!));
    return index
      .within(color, 30)
      .slice(0, 12)
      .map(({ index: i, difference }) => ({
        path: fitting[i]!.path,
        css: cssText(fitting[i]!.resolved),
        difference,
      }));
  }
  return fitting
    .filter(({ path }) => words.every((word) => path.toLowerCase().includes(word)))
    .slice(0, 12)
    .map(({ path, resolved }) => ({ path, css: cssText(resolved), difference: undefined }));
}
