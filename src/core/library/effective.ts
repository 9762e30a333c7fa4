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
  const { items, origin } = joinedItems(generations);
  const generation = (id: string) => origin.get(id) ?? 0;
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

function joinedItems(generations: readonly Generation[]): { items: Items; origin: Map<string, number> } {
  const origin = new Map<string, number>();
  // A library by itself is what it holds.
  if (generations.length === 1) return { items: generations[0]!.items, origin };
  const items = new Map<string, Item>();
  generations.forEach((generation, number) => {
    for (const [id, item] of generation.items) {
      if (item.kind === 'parent' && number < generations.length - 1) continue;
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
