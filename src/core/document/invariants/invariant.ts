import type { Item, Items } from '../item';
import type { ItemKinds } from '../item-kind';

/** What an edit would break, and how to go on. */
export interface Broken {
  /** The item at fault. */
  item: string;
  message: string;
  fix: string;
}

/** A document before and after a change set, with what it inherits. */
export interface Transition {
  before: Items;
  after: Items;
  /** Ids of the items the change set added, changed or removed. */
  touched: ReadonlySet<string>;
  /** What is inherited, oldest first. */
  inherited: readonly Items[];
  /** The same before, where a change set has the document inherit something else. */
  inheritedBefore?: readonly Items[];
  kinds: ItemKinds;
}

/** What must hold of a document as a whole, which no single field can say. One file each, and a line in the registry. */
export interface Invariant {
  readonly code: string;
  /** What holds, in one sentence. */
  readonly holds: string;
  /** Where it does not after a change set, of what that touched. */
  broken(transition: Transition): Broken[];
}

/** An item as it stands: a library's own, or else what the nearest ancestor has. */
export function standing({ after, inherited }: Transition, id: string): Item | undefined {
  return after.get(id) ?? inherited.findLast((items) => items.has(id))?.get(id);
}

/** Everything that stands, each item once. Whom an ancestor inherits from is its own matter. */
export function* allStanding({ after, inherited, kinds }: Transition): Iterable<Item> {
  yield* after.values();
  for (const [i, items] of inherited.entries())
    for (const item of items.values())
      if (kinds.get(item.kind)!.pinned) continue;
      else if (!after.has(item.id) && !inherited.slice(i + 1).some((nearer) => nearer.has(item.id)))
        yield item;
}

/** The items a change set left changed or added. */
export const changedItems = ({ after, touched }: Transition): Item[] =>
  [...touched].flatMap((id) => after.get(id) ?? []);

/** An item as it is told: the group “color”. */
export function called(item: Item, kinds: ItemKinds): string {
  const kind = kinds.get(item.kind)!;
  const title = kind.title(item as never);
  return title === '' ? `the ${kind.words[0]} that holds all others` : `the ${kind.words[0]} “${title}”`;
}

export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
