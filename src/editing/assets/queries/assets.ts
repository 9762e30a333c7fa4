import { sizeOfDrawing } from '@/core/assets/drawing';
import { byOrder, itemsOf, ordered } from '@/core/document/item';
import type { Context } from '@/core/tokens/system';
import { backdropsOf } from '@/editing/session/backdrop';
import type { OpenLibrary } from '@/editing/session/open-library';
import { whereIs, type Where } from '@/editing/session/where';

export interface AssetRow {
  id: string;
  name: string;
  role: 'icon' | 'logo' | 'picture';
  own: boolean;
  /** The library it comes from. */
  from: string;
  versions: {
    id: string;
    file: string;
    /** The context it is for; null: for all. */
    brand: string | null;
    area: number | null;
    mediaType: string;
    bytes: number;
    hash: string;
    svg: string | null;
  }[];
  uses: (Where & { place: string })[];
}

export interface AssetsView {
  rows: AssetRow[];
  all: number;
  /** Style sheets beneath all components, weakest first. */
  sheets: { name: string; css: string; own: boolean; from: string }[];
  brands: string[];
  backdrops: { name: string; css: string }[];
  canEdit: boolean;
}

/** Icons, logos and pictures with their versions and where they stand; fonts have a page of their own. */
export function assets(
  library: OpenLibrary,
  { lens, search = '' }: { lens: Context; search?: string },
): AssetsView {
  const { items } = library;
  const index = library.reach();
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const all = itemsOf(items, 'asset')
    .filter(({ role }) => role !== 'font')
    .sort(byOrder);
  const contextName = (id: string | null) => {
    const context = id === null ? undefined : items.get(id);
    return context?.kind === 'context' ? context.name : null;
  };
  const rows = all
    .filter(({ name, role, files }) => {
      const text = [name, role, ...Object.values(files).map(({ file }) => file)].join(' ').toLowerCase();
      return words.every((word) => text.includes(word));
    })
    .map((asset): AssetRow => ({
      id: asset.id,
      name: asset.name,
      role: asset.role as AssetRow['role'],
      own: library.own.items.has(asset.id),
      from: library.effective.originOf(asset.id),
      versions: ordered(asset.files).map((file) => ({
        id: file.id,
        file: file.file,
        brand: contextName(file.context),
        area: file.svg === undefined ? null : (sizeOfDrawing(file.svg) ?? null),
        mediaType: file.mediaType,
        bytes: file.size,
        hash: file.hash,
        svg: file.svg ?? null,
      })),
      uses: index.direct(asset.id).flatMap((use) => {
        const where = whereIs(library, use.by);
        return where ? [{ ...where, place: use.place }] : [];
      }),
    }));
  const brandAxis = itemsOf(items, 'axis').find(({ name }) => name === 'brand');
  return {
    rows,
    all: all.length,
    sheets: itemsOf(items, 'styleSheet')
      .sort(byOrder)
      .map(({ id, name, css }) => ({
        name,
        css,
        own: library.own.items.has(id),
        from: library.effective.originOf(id),
      })),
    brands: itemsOf(items, 'context')
      .filter(({ axis }) => axis === brandAxis?.id)
      .sort(byOrder)
      .map(({ name }) => name),
    backdrops: backdropsOf(library, lens).surfaces,
    canEdit: library.canEdit,
  };
}
