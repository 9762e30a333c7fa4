import { itemsOf } from '@/core/document/item';
import { reachText } from '@/core/library/reach';
import { typeOf } from '@/core/tokens/normalise';
import type { OpenLibrary } from '@/editing/session/open-library';
import { sheetUses } from '@/editing/components/sheet-uses';
import { fontLosses } from '@/editing/foundations/font-losses';
import { fonts } from '@/editing/foundations/queries/fonts';
import { whereIs, type Where } from '@/editing/session/where';

/** What is to be removed: tokens and groups by path, components, assets and style sheets by name, a file of a font by its ids. */
export type Removed =
  | { kind: 'paths'; paths: string[] }
  | { kind: 'components'; names: string[] }
  | { kind: 'asset'; name: string }
  | { kind: 'font'; asset: string; file: string }
  | { kind: 'styleSheet'; name: string };

interface RemovalView {
  /** How many places refer to it that are not removed with it; and the first of them. */
  count: number;
  uses: (Where & { place: string })[];
  /** Of the uses those in products: they stay on the release they are pinned to until they are upgraded. */
  inProducts: number;
  /** Everything that is reached, in words. */
  reachText: string;
  /** How many tokens go, where it is tokens or groups. */
  tokens: number;
  /** What can stand in its place: the type of token; or the names of components or assets. */
  type: string;
  others: string[];
}

const LISTED = 40;

/** What removing something would break, before it is done. */
export function removal(library: OpenLibrary, removed: Removed): RemovalView {
  if (removed.kind === 'font') return fontRemoval(library, removed);
  if (removed.kind === 'styleSheet') return sheetRemoval(library, removed);
  const going = goingWith(library, removed);
  const index = library.reach();
  const direct = [...going].flatMap((id) => index.direct(id)).filter(({ by }) => !going.has(by));
  const reached = new Set([...going].flatMap((id) => [...index.reached(id).keys()]));
  for (const id of going) reached.delete(id);
  const uses = direct.flatMap((use) => {
    const where = whereIs(library, use.by);
    return where ? [{ ...where, place: use.place.replace(/^layer \S+$/, 'refers to it') }] : [];
  });
  const names = (kind: 'component' | 'asset') =>
    itemsOf(library.items, kind)
      .filter((item) => !going.has(item.id) && (item.kind !== 'asset' || item.role !== 'font'))
      .map(({ name }) => name);
  const paths = [...going].flatMap((id) =>
    library.items.get(id)?.kind === 'token' ? library.tree.paths.get(id)! : [],
  );
  const types = new Set(paths.map((path) => typeOf(library.resolution, path)));
  return {
    count: uses.length,
    uses: uses.slice(0, LISTED),
    inProducts: uses.filter(({ inside }) => inside !== undefined).length,
    reachText: reachText(index, reached),
    tokens: paths.length,
    type: types.size === 1 ? ([...types][0] ?? '') : '',
    others:
      removed.kind === 'components' ? names('component') : removed.kind === 'asset' ? names('asset') : [],
  };
}

const LEFT_OVER = { inProducts: 0, tokens: 0, type: '' };

/** A file goes: tokens that name the font, or its weight, are set in another. */
function fontRemoval(
  library: OpenLibrary,
  { asset: id, file }: { asset: string; file: string },
): RemovalView {
  const asset = library.items.get(id);
  const losses = asset?.kind === 'asset' ? fontLosses(library, asset, file) : [];
  const ids = losses.map(({ path }) => library.tree.ids.get(path)!);
  const uses = losses.flatMap(({ weight }, i) => {
    const where = whereIs(library, ids[i]!);
    return where ? [{ ...where, place: weight === undefined ? 'names it' : `in weight ${weight}` }] : [];
  });
  const reached = ids.flatMap((one) => [one, ...library.reach().reached(one).keys()]);
  return {
    ...LEFT_OVER,
    count: uses.length,
    uses: uses.slice(0, LISTED),
    reachText: reachText(library.reach(), new Set(reached)),
    others: fonts(library).families.flatMap(({ name, from }) =>
      from === 'nowhere' || (asset?.kind === 'asset' && name === asset.name) ? [] : [name],
    ),
  };
}

/** A style sheet goes, and with it the properties that nothing else sets. */
function sheetRemoval(library: OpenLibrary, { name }: { name: string }): RemovalView {
  const sheet = itemsOf(library.items, 'styleSheet').find((one) => one.name === name);
  const readers = sheet ? sheetUses(library, sheet) : [];
  const uses = readers.flatMap(({ id, names }) => {
    const where = whereIs(library, id);
    return where ? [{ ...where, place: `reads ${names.join(', ')}` }] : [];
  });
  const reached = readers.flatMap(({ id }) => [id, ...library.reach().reached(id).keys()]);
  return {
    ...LEFT_OVER,
    count: uses.length,
    uses: uses.slice(0, LISTED),
    reachText: reachText(library.reach(), new Set(reached)),
    others: [],
  };
}

/** Ids of all that goes: groups with what stands in them. */
function goingWith(
  { tree, items }: OpenLibrary,
  removed: Exclude<Removed, { kind: 'font' | 'styleSheet' }>,
): Set<string> {
  if (removed.kind === 'paths')
    return new Set(
      tree.nodes.flatMap(({ item, path }) =>
        removed.paths.some((one) => path === one || path.startsWith(`${one}.`)) ? [item.id] : [],
      ),
    );
  const names = removed.kind === 'components' ? removed.names : [removed.name];
  const kind = removed.kind === 'components' ? 'component' : 'asset';
  return new Set(itemsOf(items, kind).flatMap(({ id, name }) => (names.includes(name) ? [id] : [])));
}
