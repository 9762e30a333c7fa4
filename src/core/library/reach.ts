import { append } from '../base/append';
import { OverlayMap } from '../base/overlay-map';
import { counted } from '../base/words';
import type { ItemChanged } from '../document/changed';
import { itemsOf, type Item, type Items, type Reference } from '../document/item';
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
  private constructor(
    private readonly documents: readonly ReachDocument[],
    private readonly uses: ReadonlyMap<string, readonly Use[]>,
  ) {}

  static of(documents: readonly ReachDocument[]): ReachIndex {
    const uses = new Map<string, Use[]>();
    const library = libraryAmong(documents);
    const targetOf = targetsIn(library);
    for (const document of documents)
      for (const item of document.items.values())
        for (const { target, use } of usesBy(item, document, library, targetOf)) append(uses, target, use);
    return new ReachIndex(documents, uses);
  }

  /**
   * The same of documents of which one holds other items under some ids, and every token and component is called as before.
   * @returns with the ids of what is used by more or fewer
   */
  after(
    documents: readonly ReachDocument[],
    document: ReachDocument,
    changes: readonly ItemChanged[],
  ): { reach: ReachIndex; affected: Set<string> } {
    const [stood, stands] = [libraryAmong(this.documents), libraryAmong(documents)];
    const targetOf = targetsIn(stands);
    const lists = new Map<string, readonly Use[]>();
    for (const { before, after } of changes) {
      const by = (before ?? after)!.id;
      const was = before ? usesBy(before, document, stood, targetOf) : [];
      const is = after ? usesBy(after, document, stands, targetOf) : [];
      for (const target of new Set([...was, ...is].map((one) => one.target))) {
        const list = lists.get(target) ?? this.uses.get(target) ?? [];
        const isOwn = (use: Use) => use.by === by && use.document === document.id;
        const at = list.findIndex(isOwn);
        const others = list.filter((use) => !isOwn(use));
        const own = is.filter((one) => one.target === target).map(({ use }) => use);
        // Where it stood before, so that lists keep their order.
        lists.set(
          target,
          at === -1 ? [...others, ...own] : [...others.slice(0, at), ...own, ...others.slice(at)],
        );
      }
    }
    const uses = new OverlayMap(this.uses);
    for (const [target, list] of lists) uses.set(target, list);
    const reach = new ReachIndex(documents, uses);
    return { reach, affected: new Set(lists.keys()) };
  }

  holder(id: string): { item: Item; document: ReachDocument } | undefined {
    // Of an id that several documents hold, as an override does, the last one's.
    for (let i = this.documents.length - 1; i >= 0; i--) {
      const item = this.documents[i]!.items.get(id);
      if (item) return { item, document: this.documents[i]! };
    }
    return undefined;
  }

  /** Places that refer to this item itself. */
  direct(id: string): readonly Use[] {
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
      const users = this.direct(from).map((use): [string, number] => [use.by, 1]);
      const item = this.holder(from)?.item;
      if (item?.kind === 'placement') users.push([item.screen, 1]);
      // By way of the group: nobody uses the token itself.
      if (item?.kind === 'token' && item.parent !== null)
        for (const user of this.shownWith(item.parent)) users.push([user, 2]);
      for (const [user, more] of users) {
        if (user === id || steps.has(user)) continue;
        steps.set(user, distance + more);
        queue.push([user, distance + more]);
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
          .filter((use) => this.holder(use.by)?.item.kind === 'guide')
          .map((use) => use.by),
      );
      const item: Item | undefined = this.holder(at)?.item;
      at = item?.kind === 'group' ? item.parent : null;
    }
    return users;
  }
}

/** Which item of a library a reference leads to: its id where that is known, else the token or component of its path. */
export function targetsIn(library: Items): (reference: Reference) => string | undefined {
  const tree = libraryTree(library);
  let components: Map<string, string> | undefined;
  return ({ id, path }) => {
    if (id !== undefined && library.has(id)) return id;
    components ??= new Map(itemsOf(library, 'component').map((item) => [item.name, item.id]));
    return tree.ids.get(path) ?? components.get(path);
  };
}

const NO_ITEMS: Items = new Map();
const libraryAmong = (documents: readonly ReachDocument[]): Items =>
  documents.find(({ kind }) => kind === 'library')?.items ?? NO_ITEMS;

/** What an item of a document uses of a library. */
function usesBy(
  item: Item,
  document: ReachDocument,
  library: Items,
  targetOf: (reference: Reference) => string | undefined,
): { target: string; use: Use }[] {
  return usesOf(item, library).flatMap(({ to, place }) => {
    const target = targetOf(to);
    return target === undefined ? [] : [{ target, use: { by: item.id, document: document.id, place } }];
  });
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
