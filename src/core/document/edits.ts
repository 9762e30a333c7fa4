import type { Document, Item } from './item';
import { isField, kindIn, type ItemKinds } from './item-kind';

/**
 * One small, typed change to one field of one item. `before` must equal what stands there, or the edit is refused;
 * that makes every edit its own inverse with the two swapped.
 */
export interface Edit {
  kind: string;
  version: number;
  item: string;
  /** The field: empty for the whole item, `name`, or `declarations/layer_1`. */
  path: string;
  before: unknown;
  after: unknown;
}

/** Why an edit cannot be applied: what it expected to find and what stands there. */
export interface Clash {
  edit: number;
  item: string;
  path: string;
  reason: 'moved-on' | 'missing' | 'exists' | 'invalid';
  message: string;
  expected: unknown;
  present: unknown;
  wanted: unknown;
}

type EditOutcome = { item: Item | null } | Omit<Clash, 'edit' | 'item' | 'path' | 'expected' | 'wanted'>;

/** A kind of edit: one entry here, with an upgrader for every older version it was ever stored in. */
interface EditKind {
  kind: string;
  version: number;
  /** Turns an edit stored in an older version into the present one. */
  upgrade(edit: Edit): Edit;
  apply(edit: Edit, present: Item | undefined, document: Document, kinds: ItemKinds): EditOutcome;
  invert(edit: Edit): Edit;
}

const swap = (edit: Edit, kind = edit.kind): Edit => ({
  ...edit,
  kind,
  before: edit.after,
  after: edit.before,
});
const same = (edit: Edit) => edit;
const gone = (edit: Edit): EditOutcome => ({
  reason: 'missing',
  message: `The item ${edit.item} is no longer there`,
  present: null,
});
const invalid = (message: string, present: unknown = null): EditOutcome => ({
  reason: 'invalid',
  message,
  present,
});

const add: EditKind = {
  kind: 'add',
  version: 1,
  upgrade: same,
  invert: (edit) => swap(edit, 'remove'),
  apply(edit, present, document, kinds) {
    if (present) return { reason: 'exists', message: `There is an item ${edit.item} already`, present };
    const item = edit.after as Item;
    const kind = item && kindIn(kinds, item);
    if (!kind || item.id !== edit.item)
      return invalid('An item added must be of a known kind and carry its id');
    if (kind.document !== document.kind) return invalid(`A ${document.kind} holds no ${item.kind}`);
    return { item };
  },
};

const remove: EditKind = {
  kind: 'remove',
  version: 1,
  upgrade: same,
  invert: (edit) => swap(edit, 'add'),
  apply(edit, present) {
    if (!present) return gone(edit);
    if (!equal(present, edit.before))
      return { reason: 'moved-on', message: 'The item was changed by someone else', present };
    return { item: null };
  },
};

const set: EditKind = {
  kind: 'set',
  version: 1,
  upgrade: same,
  invert: (edit) => swap(edit),
  apply(edit, present, _document, kinds) {
    if (!present) return gone(edit);
    const kind = kindIn(kinds, present);
    if (!isField(kind, edit.path)) return invalid(`A ${present.kind} has no field ${edit.path}`);
    const value = fieldOf(present, edit.path);
    if (!equal(unordered(value), unordered(edit.before)) && !(isEmpty(value) && isEmpty(edit.before))) {
      return { reason: 'moved-on', message: 'The value was changed by someone else', present: value ?? null };
    }
    return { item: withField(present, edit.path, keepOrder(edit.after, value), kind.omittable) };
  },
};

/** Moves an item, or an entry of one, among its siblings; never collides with an edit of what is moved. */
const move: EditKind = {
  kind: 'move',
  version: 1,
  upgrade: same,
  invert: (edit) => swap(edit),
  apply(edit, present) {
    if (!present) return gone(edit);
    const target = (edit.path === '' ? present : fieldOf(present, edit.path)) as
      { order?: string } | undefined;
    if (target?.order === undefined) return gone(edit);
    if (typeof edit.after !== 'string' || edit.after === '')
      return invalid('A place among siblings is an order key');
    if (target.order !== edit.before)
      return { reason: 'moved-on', message: 'The item was moved by someone else', present: target.order };
    const moved = { ...target, order: edit.after };
    return { item: edit.path === '' ? (moved as Item) : withField(present, edit.path, moved, []) };
  },
};

export const EDIT_KINDS: ReadonlyMap<string, EditKind> = new Map(
  [add, remove, set, move].map((kind) => [kind.kind, kind]),
);

/** The value of a field; undefined where an entry is not there. */
export function fieldOf(item: Item, path: string): unknown {
  const [first, entry] = path.split('/') as [string, string | undefined];
  const value = (item as unknown as Record<string, unknown>)[first];
  if (entry === undefined) return value;
  return value && Object.hasOwn(value, entry) ? (value as Record<string, unknown>)[entry] : undefined;
}

function withField(item: Item, path: string, value: unknown, omittable: readonly string[]): Item {
  const [first, entry] = path.split('/') as [string, string | undefined];
  if (entry === undefined) {
    if (!isEmpty(value) || !omittable.includes(first)) return { ...item, [first]: value } as Item;
    const { [first]: _, ...rest } = item as unknown as Record<string, unknown>;
    return rest as unknown as Item;
  }
  const entries = { ...((item as unknown as Record<string, Record<string, unknown>>)[first] ?? {}) };
  if (isEmpty(value)) delete entries[entry];
  else entries[entry] = value;
  return { ...item, [first]: entries } as Item;
}

const isEmpty = (value: unknown) => value === undefined || value === null;

/** Order belongs to `move`: setting an entry neither compares nor changes it. */
function unordered(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || !('order' in value)) return value;
  const { order: _order, ...rest } = value;
  return rest;
}

function keepOrder(after: unknown, present: unknown): unknown {
  if (typeof after !== 'object' || after === null || typeof present !== 'object' || present === null)
    return after;
  return 'order' in after && 'order' in present ? { ...after, order: present.order } : after;
}

/** Equality of plain JSON values; member order does not count. */
export function equal(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const names = Object.keys(a);
  if (names.length !== Object.keys(b).length) return false;
  return names.every(
    (name) =>
      Object.hasOwn(b, name) &&
      equal((a as Record<string, unknown>)[name], (b as Record<string, unknown>)[name]),
  );
}

export const addItem = (item: Item): Edit => ({
  kind: 'add',
  version: 1,
  item: item.id,
  path: '',
  before: null,
  after: item,
});
export const removeItem = (item: Item): Edit => ({
  kind: 'remove',
  version: 1,
  item: item.id,
  path: '',
  before: item,
  after: null,
});
/** Sets a field of an item as it stands now. `after` null takes an entry away. */
export const setField = (item: Item, path: string, after: unknown): Edit => ({
  kind: 'set',
  version: 1,
  item: item.id,
  path,
  before: fieldOf(item, path) ?? null,
  after,
});
export const moveEntry = (item: Item, path: string, after: string): Edit => ({
  kind: 'move',
  version: 1,
  item: item.id,
  path,
  before: ((path === '' ? item : fieldOf(item, path)) as { order: string }).order,
  after,
});
