import { layersOf, OverlayMap } from '../base/overlay-map';
import { composedItems } from '../components/compose';
import type { Item, Items } from '../document/item';
import { tokenSystemOf } from '../tokens/token-tree';
import type { TokenSystem } from '../tokens/system';

/** One library of a lineage: an ancestor at its pinned release, or the draft itself. */
export interface Generation {
  name: string;
  version: string;
  items: Items;
}

/** A library together with what it inherits; computed, never copied. */
export interface EffectiveLibrary {
  /** Components are as used: joined with their rule sets and with what they vary. */
  items: Items;
  /** The same with every component as it was written. */
  authored: Items;
  /** The generation that first brought an item, 0 the oldest. */
  generation(id: string): number;
  /** The library an item comes from. */
  originOf(id: string): string;
  system: TokenSystem;
}

/**
 * Joins a lineage, oldest first. An item a child has under its ancestor's id overrides it: of tokens and groups the
 * declarations are joined and the ancestor keeps name and place; of anything else the child's stands. A child's layer
 * follows its ancestors' of equal conditions (see `layersOf`).
 */
export function effectiveLibrary(generations: readonly Generation[]): EffectiveLibrary {
  const { items, origin } = lineageOf(generations);
  const youngest = generations.length - 1;
  const generation = (id: string) => origin.get(id) ?? (items.has(id) ? youngest : 0);
  let system: TokenSystem | undefined;
  return {
    items: composedItems(items),
    authored: items,
    generation,
    originOf: (id) => generations[generation(id)]!.name,
    get system() {
      return (system ??= tokenSystemOf(items, generation));
    },
  };
}

interface Lineage {
  items: Items;
  /** The generation that first brought an item, where it is not the youngest. */
  origin: ReadonlyMap<string, number>;
}

function lineageOf(generations: readonly Generation[]): Lineage {
  const own = generations.at(-1)!.items;
  // A library by itself is what it holds.
  if (generations.length === 1) return { items: own, origin: new Map() };
  const above = generations.slice(0, -1);
  const { base, laid } = layersOf(own);
  let known = lineages.get(base);
  if (!known || !isSame(known.above, above)) {
    const inherited = join(above);
    known = { above, inherited, items: withOwn(inherited.items, inherited.items, base) };
    lineages.set(base, known);
  }
  const { items, inherited } = known;
  return { items: withOwn(items, inherited.items, laid), origin: inherited.origin };
}

/** By the items of the youngest generation: joined once, and what is edited laid over it. */
const lineages = new WeakMap<Items, { above: readonly Generation[]; inherited: Lineage; items: Items }>();

const isSame = (a: readonly Generation[], b: readonly Generation[]): boolean =>
  a.length === b.length && a.every(({ items }, i) => items === b[i]!.items);

/** Items with some laid over them, each joined with what is inherited under its id; undefined: that alone. */
function withOwn(items: Items, inherited: Items, own: Iterable<[string, Item | undefined]>): Items {
  const all = new OverlayMap(items);
  for (const [id, item] of own) {
    const from = inherited.get(id);
    const stands = item && from ? overridden(from, item) : (item ?? from);
    if (stands) all.set(id, stands);
    else all.delete(id);
  }
  return all.settled();
}

/** Generations that a younger one inherits; who they inherit from is their own matter. */
function join(generations: readonly Generation[]): Lineage {
  const origin = new Map<string, number>();
  const items = new Map<string, Item>();
  generations.forEach((generation, number) => {
    for (const [id, item] of generation.items) {
      if (item.kind === 'parent') continue;
      const inherited = items.get(id);
      if (!inherited) origin.set(id, number);
      items.set(id, inherited ? overridden(inherited, item) : item);
    }
  });
  return { items, origin };
}

const joined = new WeakMap<Item, WeakMap<Item, Item>>();

/** The same two give the same one, so that what follows from it can be kept. */
function overridden(inherited: Item, own: Item): Item {
  if ((inherited.kind !== 'token' && inherited.kind !== 'group') || inherited.kind !== own.kind) return own;
  let known = joined.get(inherited);
  if (!known) joined.set(inherited, (known = new WeakMap()));
  let item = known.get(own);
  if (!item) {
    item = { ...inherited, declarations: { ...inherited.declarations, ...own.declarations } };
    known.set(own, item);
  }
  return item;
}
