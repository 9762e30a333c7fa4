import type { Impact, ItemChange, MakeChange } from './impact';
import { noTexts, type ItemTexts } from './item-text';
import type { Document, Item, ItemKindName, ItemOf, Items, Reference } from './item';
import { id, object, oneOf } from './schema';

/** One reference that an item holds, and where in the item it stands, in words. */
export interface ItemReference {
  to: Reference;
  place: string;
}

interface Requirement {
  id: string;
  kind: ItemKindName;
}

/**
 * All that the rest of the program has to know of a kind of item. `kinds/` has one file a kind, and one line in its
 * registry; edits, reach, closure, ledger, search and transfer ask here and name no kind.
 */
export interface ItemKind<K extends ItemKindName = ItemKindName> {
  readonly kind: K;
  readonly document: Document['kind'];
  /** One of them and several, as people say: `rule set`, `rule sets`. */
  readonly words: readonly [one: string, many: string];
  /** The grain at which two people's edits collide; `*` stands for an entry's id. */
  readonly fields: readonly string[];
  /** Fields an item may lack, and of which nothing but lacking them says that there is nothing. */
  readonly omittable: readonly string[];
  /** JSON Schema 2020-12, checked by the server and by imports before anything is stored. */
  readonly schema: object;
  /** What an item is called. */
  title(item: ItemOf<K>): string;
  /** Everything an item refers to. */
  references(item: ItemOf<K>): ItemReference[];
  /** Texts in which tokens are named rather than bound: CSS, markup, scripts, prose. */
  readonly texts: ItemTexts<K>;
  /** Items, besides those of its references, without which it cannot stand, and of which kind each is. */
  requires(item: ItemOf<K>): Requirement[];
  /** Two items of which this is the same cannot both be there; undefined where it does not matter. */
  unique(item: ItemOf<K>): string | undefined;
  /** Whether it goes out with a release. */
  released(item: ItemOf<K>): boolean;
  /** The release of another document that an item names: it must be there, and may be named by who may read it. */
  readonly pinned?: (item: ItemOf<K>) => { library: Reference; version: string };
  /** The id of a product that an item names: it may be named by who may read it. */
  readonly product?: (item: ItemOf<K>) => string | undefined;
  /** What it costs others that an item comes or goes. */
  readonly impact: { readonly added: Impact; readonly removed: Impact };
  /** What changed between two states of an item, each with what it costs. Empty: nothing that has a name of its own. */
  changes(before: ItemOf<K>, after: ItemOf<K>, change: MakeChange, items: Items): ItemChange[];
  /** Its page within its library: `components/button`; undefined where it has none of its own. */
  page(item: ItemOf<K>): string | undefined;
}

type Given<K extends ItemKindName> = Pick<ItemKind<K>, 'kind' | 'document' | 'words' | 'title'> &
  Partial<
    Pick<
      ItemKind<K>,
      | 'references'
      | 'texts'
      | 'requires'
      | 'unique'
      | 'released'
      | 'pinned'
      | 'product'
      | 'impact'
      | 'changes'
      | 'page'
    >
  > & {
    /** The schema of each field besides `id` and `kind`. */
    properties: Record<string, object>;
    /** Fields that came later: an item without one has nothing there. */
    optional?: readonly string[];
    /** What of several fields together the schema says besides. */
    also?: object;
  };

/** A kind of item from what is particular to it. */
export function defineKind<K extends ItemKindName>(given: Given<K>): ItemKind<K> {
  const { properties, optional = [], also, ...own } = given;
  return {
    references: () => [],
    texts: noTexts as ItemTexts<K>,
    requires: () => [],
    unique: () => undefined,
    released: () => true,
    impact: { added: 'patch', removed: 'patch' },
    changes: () => [],
    page: () => undefined,
    ...own,
    fields: Object.entries(properties)
      .filter(([field]) => field !== 'order')
      .map(([field, schema]) =>
        'additionalProperties' in schema && 'propertyNames' in schema ? `${field}/*` : field,
      ),
    omittable: optional.filter((field) => !('anyOf' in properties[field]!)),
    schema: { ...object({ id, kind: oneOf(given.kind), ...properties }, optional), ...also },
  };
}

/** The kinds a document may hold, by name. */
export type ItemKinds = ReadonlyMap<string, ItemKind>;

/** Whether `path` names a field of this kind. */
export function isField(kind: Pick<ItemKind, 'fields'>, path: string): boolean {
  const [first, entry, ...rest] = path.split('/');
  if (rest.length > 0) return false;
  return kind.fields.includes(entry === undefined ? first! : `${first}/*`);
}

/** The kind of an item that a document holds. */
export const kindIn = <I extends Pick<Item, 'kind'>>(kinds: ItemKinds, item: I): ItemKind =>
  kinds.get(item.kind)!;
