import type { AssetFile } from '@/core/assets/asset';
import { itemsOf, ordered } from '@/core/document/item';
import { closestWeight, familyKey, hasWeight } from '@/core/base/fonts/font';
import { fontUses } from '@/core/tokens/font-uses';
import { GENERIC_FAMILIES } from '@/core/base/fonts/generic';
import { SHIPPED_FONTS } from '@/core/assets/known-fonts';
import type { OpenLibrary } from '@/editing/session/open-library';

export interface FamilyRow {
  name: string;
  /** Where its letters come from; `nowhere`: a token names it and there is no file. */
  from: 'files' | 'the program' | 'the system' | 'nowhere';
  /** The asset that holds its files, and whether it is the library's own. */
  asset?: { id: string; own: boolean };
  files: (AssetFile & { id: string })[];
  weights: [lightest: number, boldest: number][];
  /** Tokens that name it or set text in it. */
  uses: { path: string; weights: number[] }[];
  /** Items beyond those tokens that are reached by them. */
  reached: number;
  /** Weights asked for of which there is no file, with the closest there is. */
  missing: { weight: number; closest: number; paths: string[] }[];
}

/** Every font that is there or is asked for: what is missing first, then by name. */
export function fonts(library: OpenLibrary): { families: FamilyRow[] } {
  const rows = new Map<string, FamilyRow>();
  const row = (name: string, from: FamilyRow['from']) => {
    const key = familyKey(name);
    const known = rows.get(key);
    if (known) return known;
    const made: FamilyRow = { name, from, files: [], weights: [], uses: [], reached: 0, missing: [] };
    rows.set(key, made);
    return made;
  };
  for (const asset of itemsOf(library.items, 'asset')) {
    if (asset.role !== 'font') continue;
    const family = row(asset.name, 'files');
    family.asset = { id: asset.id, own: library.own.items.has(asset.id) };
    family.files.push(...ordered(asset.files));
  }
  for (const { name } of SHIPPED_FONTS) row(name, 'the program');
  for (const use of fontUses(library.resolution)) {
    const family = row(use.family, GENERIC_FAMILIES.has(use.family) ? 'the system' : 'nowhere');
    const known = family.uses.find(({ path }) => path === use.path);
    const weights = use.weight === undefined ? [] : [use.weight];
    if (known) known.weights = [...new Set([...known.weights, ...weights])];
    else family.uses.push({ path: use.path, weights });
  }
  const kept = [...rows.values()].filter(({ from, uses }) => from !== 'the program' || uses.length > 0);
  for (const family of kept) {
    const known = library.fonts().get(familyKey(family.name));
    family.weights = known?.weights ?? [];
    family.reached = reachedBeyond(library, family);
    if (!known) continue;
    for (const weight of new Set(family.uses.flatMap(({ weights }) => weights)))
      if (!hasWeight(known, weight))
        family.missing.push({
          weight,
          closest: closestWeight(known, weight),
          paths: family.uses.filter(({ weights }) => weights.includes(weight)).map(({ path }) => path),
        });
  }
  const rank = (family: FamilyRow) => (family.from === 'nowhere' ? 0 : family.missing.length > 0 ? 1 : 2);
  return { families: kept.sort((a, b) => rank(a) - rank(b) || (a.name < b.name ? -1 : 1)) };
}

function reachedBeyond(library: OpenLibrary, { uses }: FamilyRow): number {
  const own = new Set(uses.map(({ path }) => library.tree.ids.get(path)));
  const reached = new Set<string>();
  for (const id of own)
    if (id !== undefined) for (const other of library.reach().reached(id).keys()) reached.add(other);
  for (const id of own) reached.delete(id ?? '');
  return reached.size;
}
