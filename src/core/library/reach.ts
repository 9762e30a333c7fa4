import { counted } from '../base/words';
import type { Item, Items, Reference } from '../document/item';
import { namedIn, tokenNamed, type NamedToken } from '../tokens/named-tokens';
import { libraryTree } from '../tokens/token-tree';
import type { ItemReference } from '../document/item-kind';
import { ITEM_KINDS, kindOf } from '../kinds/registry';

/** One place where a binding stands. */
interface Use {
  /** The item that holds the binding, and the document it lives in. */
  by: string;
  document: string;
  /** Where in that item, in words. */
  place: string;
}

export interface ReachDocument {
  id: string;
  name: string;
  kind: 'library' | 'product';
  items: Items;
}

/** Everything an item is bound to, each with its place in words. */
export const referencesOf = (item: Item): ItemReference[] => kindOf(item).references(item);

/** An item with each of its references as `to` gives it; the same item where none is other. */
export function withReferencesTo<I extends Item>(item: I, to: (reference: Reference) => Reference): I {
  const next = new Map<unknown, Reference>();
  for (const { to: reference } of referencesOf(item)) {
    const made = to(reference);
    if (made !== reference) next.set(reference, made);
  }
  if (next.size === 0) return item;
  const walk = (value: unknown): unknown => {
    if (typeof value !== 'object' || value === null) return value;
    const made = next.get(value);
    if (made) return made;
    if (Array.isArray(value)) return value.map(walk);
    return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, walk(inner)]));
  };
  return walk(item) as I;
}

const named = new WeakMap<Item, readonly NamedToken[]>();

/** Everything the texts of an item name that could be a token. */
export function namesOf(item: Item): readonly NamedToken[] {
  let names = named.get(item);
  if (!names) named.set(item, (names = namedIn((visit) => kindOf(item).texts(item, visit))));
  return names;
}

/** Everything an item uses of a library: what it is bound to, and the tokens its texts name. */
export function usesOf(item: Item, library: Items): ItemReference[] {
  const names = namesOf(item);
  if (names.length === 0) return referencesOf(item);
  return [
    ...referencesOf(item),
    ...names.flatMap(({ name, place }) => {
      const id = tokenNamed(name, library);
      return id === undefined ? [] : [{ to: { id, path: libraryTree(library).paths.get(id)! }, place }];
    }),
  ];
}

/**
 * Who uses what, over all kinds of items of a library and the products that use it. Counts shown anywhere come from here.
 */
export class ReachIndex {
  private readonly uses = new Map<string, Use[]>();
  private readonly holders = new Map<string, { item: Item; document: ReachDocument }>();

  constructor(documents: readonly ReachDocument[]) {
    const library = documents.find((document) => document.kind === 'library');
    const tree = library && libraryTree(library.items);
    const components = new Map<string, string>();
    for (const item of library?.items.values() ?? [])
      if (item.kind === 'component') components.set(item.name, item.id);
    const idOf = (reference: Reference) => {
      if (reference.id !== undefined && library?.items.has(reference.id)) return reference.id;
      return tree?.ids.get(reference.path) ?? components.get(reference.path);
    };
    for (const document of documents) {
      for (const item of document.items.values()) {
        this.holders.set(item.id, { item, document });
        for (const { to, place } of library ? usesOf(item, library.items) : referencesOf(item)) {
          const target = idOf(to);
          if (target === undefined) continue;
          const list = this.uses.get(target);
          const use = { by: item.id, document: document.id, place };
          if (list) list.push(use);
          else this.uses.set(target, [use]);
        }
      }
    }
  }

  holder(id: string): { item: Item; document: ReachDocument } | undefined {
    return this.holders.get(id);
  }

  /** Places that refer to this item itself. */
  direct(id: string): Use[] {
    return this.uses.get(id) ?? [];
  }

  /**
   * All items reached through others, with the number of steps; direct users have 1. A placement reaches its screen; a
   * group that is used passes the use on to what it holds.
   */
  reached(id: string): Map<string, number> {
    const steps = new Map<string, number>();
    const queue: [string, number][] = [[id, 0]];
    for (let next = queue.shift(); next; next = queue.shift()) {
      const [from, distance] = next;
      const users = this.direct(from).map((use) => use.by);
      const item = this.holders.get(from)?.item;
      if (item?.kind === 'placement') users.push(item.screen);
      if (item?.kind === 'token' && item.parent !== null) users.push(...this.shownWith(item.parent));
      for (const user of users) {
        if (user === id || steps.has(user)) continue;
        steps.set(user, distance + 1);
        queue.push([user, distance + 1]);
      }
    }
    return steps;
  }

  /** Users of a group and of the groups that hold it: they show whatever stands in it. */
  private shownWith(group: string): string[] {
    const users: string[] = [];
    for (let at: string | null = group; at !== null;) {
      users.push(
        ...this.direct(at)
          .filter((use) => this.holders.get(use.by)?.item.kind === 'guide')
          .map((use) => use.by),
      );
      const item: Item | undefined = this.holders.get(at)?.item;
      at = item?.kind === 'group' ? item.parent : null;
    }
    return users;
  }
}

/** How many items of each kind are reached, most first, as words: "3 tokens, 1 component, 2 screens". */
export function reachText(index: ReachIndex, ids: Iterable<string>): string {
  const counts = new Map<string, number>();
  for (const id of ids) {
    const kind = index.holder(id)?.item.kind;
    if (kind && kind !== 'placement') counts.set(kind, (counts.get(kind) ?? 0) + 1);
  }
  const words = [...counts]
    .sort((a, b) => b[1] - a[1])
    .map(([kind, count]) => counted(count, ...ITEM_KINDS.get(kind)!.words));
  return words.length > 0 ? words.join(', ') : 'nothing';
}
