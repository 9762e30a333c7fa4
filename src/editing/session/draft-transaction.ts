import { OverlayMap } from '@/core/base/overlay-map';
import { Refusal } from '@/core/base/errors';
import { ITEM_KINDS, kindOf } from '@/core/kinds/registry';
import { targetsIn, withReferencesTo } from '@/core/library/reach';
import { renamedIn } from '@/core/tokens/named-tokens';
import {
  addItem,
  EDIT_KINDS,
  equal,
  fieldOf,
  moveEntry,
  removeItem,
  setField,
  type Edit,
} from '@/core/document/edits';
import { declare } from '@/core/intake/import';
import { itemsOf, type Item, type Reference } from '@/core/document/item';
import type { GroupItem, TokenItem } from '@/core/tokens/items';
import { authoredObject, layersOf, printedObject, type LibraryTree } from '@/core/tokens/token-tree';
import { ordersAfter, placeAmong } from '@/core/document/order';
import { isObject, jsonObject, type Json, type JsonObject } from '@/core/base/json/json';
import { TreeInWork } from '@/core/tokens/tree-in-work';
import { nameProblem } from '@/core/tokens/read';
import { authoredValue, referencesWhole } from '@/core/tokens/references';
import { joinPath, lastName, parentPath, type Context } from '@/core/tokens/system';
import type { OpenLibrary } from './open-library';
import { refuse, type NewId, type Command } from './command';
import { addConsequences } from './gesture-consequences';

/** The draft while a gesture of several steps is worked out: each step sees what those before it did. */
export class DraftTransaction {
  readonly edits: Edit[] = [];
  /** The library's own items. */
  readonly own: OverlayMap<Item>;
  /** With what is inherited. */
  readonly items: OverlayMap<Item>;
  private readonly treeInWork: TreeInWork;

  constructor(
    readonly library: OpenLibrary,
    readonly newId: NewId,
  ) {
    this.own = new OverlayMap(library.own.items);
    this.items = new OverlayMap(library.items);
    this.treeInWork = new TreeInWork(this.items, library.tree);
  }

  get tree(): LibraryTree {
    return this.treeInWork.current();
  }

  /** The token or group at a path, where it is the library's own. */
  ownAt(path: string): TokenItem | GroupItem | undefined {
    const id = this.tree.ids.get(path);
    const item = id === undefined ? undefined : this.own.get(id);
    return item?.kind === 'token' || item?.kind === 'group' ? item : undefined;
  }

  apply(edit: Edit): void {
    const outcome = EDIT_KINDS.get(edit.kind)!.apply(
      edit,
      this.own.get(edit.item),
      { ...this.library.own, items: this.own },
      ITEM_KINDS,
    );
    if ('reason' in outcome) throw new Refusal(outcome.message, 'Reload the page and try again');
    this.edits.push(edit);
    const before = this.items.get(edit.item);
    if (outcome.item) {
      this.own.set(edit.item, outcome.item);
      const inherited = this.library.own.items.has(edit.item) ? undefined : this.library.items.get(edit.item);
      this.items.set(
        edit.item,
        inherited && 'declarations' in inherited && 'declarations' in outcome.item
          ? ({
              ...inherited,
              declarations: { ...inherited.declarations, ...outcome.item.declarations },
            } as Item)
          : outcome.item,
      );
    } else {
      this.own.delete(edit.item);
      this.items.delete(edit.item);
    }
    this.treeInWork.follow(before, this.items.get(edit.item));
  }

  add(item: Item): void {
    this.apply(addItem(item));
  }
  /** Sets a field of an own item; nothing where it has that value already. */
  set(id: string, field: string, value: unknown): void {
    const item = this.own.get(id)!;
    if (!equal(fieldOf(item, field), value)) this.apply(setField(item, field, value));
  }
  /** Sets each field in which an own item is to be other. */
  put(item: Item): void {
    for (const field of kindOf(item).fields) {
      const [first, each] = field.split('/') as [keyof Item, string?];
      if (each === undefined) this.set(item.id, first, item[first]);
      else
        for (const id of Object.keys(item[first] ?? {}))
          this.set(item.id, `${first}/${id}`, fieldOf(item, `${first}/${id}`));
    }
  }
  /** Puts other names of tokens into every text of the library's own items. */
  renameInTexts(to: (name: string) => string | undefined): void {
    for (const item of [...this.own.values()]) {
      const next = kindOf(item).texts(item, (text, _, language) => renamedIn(text, language, to));
      if (next !== item) this.put(next);
    }
  }
  /** Has every own item but those that go refer to `to` where a reference led to one of `from` when the gesture began. */
  replaceReferences(from: ReadonlySet<string>, to: Reference): void {
    const targetOf = targetsIn(this.library.items);
    const lead = (one: Reference) => (from.has(targetOf(one) ?? '') ? to : one);
    for (const item of [...this.own.values()]) {
      const next = from.has(item.id) ? item : withReferencesTo(item, lead);
      if (next !== item) this.put(next);
    }
  }
  remove(id: string): void {
    this.apply(removeItem(this.own.get(id)!));
  }
  moveTo(id: string, order: string): void {
    const item = this.own.get(id) as TokenItem;
    if (item.order !== order) this.apply(moveEntry(item, '', order));
  }

  /** The order key behind all children of a group (null: at the top). */
  orderBehind(parent: string | null): string {
    return ordersAfter(this.tree.children.get(parent)?.at(-1)?.order ?? null, 1)[0]!;
  }

  /**
   * This library's layer that holds under exactly these contexts; it is made where there is none. For a token that is
   * said already, it is the layer that says it, or else one that none of weaker conditions stands over.
   */
  layer(when: Context, token?: TokenItem): string {
    const wanted = Object.entries(when).map(([axis, context]) => this.contextIds(axis, context));
    const key = JSON.stringify([...wanted].sort());
    const all = layersOf(this.items, (id) => this.library.effective.generation(id));
    const matching = all.filter(
      (layer) => this.own.has(layer.id) && JSON.stringify([...layer.when].sort()) === key,
    );
    const saying = matching.findLast((layer) => token?.declarations[layer.id]);
    if (saying) return saying.id;
    const over = token
      ? all.findLastIndex(
          (layer) =>
            token.declarations[layer.id] &&
            layer.when.length <= wanted.length &&
            layer.when.every((pair) => wanted.some((own) => own[0] === pair[0] && own[1] === pair[1])),
        )
      : -1;
    const free = matching.filter((layer) => all.indexOf(layer) > over);
    const known = wanted.length === 0 ? free[0] : free.at(-1);
    if (known) return known.id;
    const id = this.newId('layer');
    const own = itemsOf(this.own, 'layer').sort((a, b) => (a.order < b.order ? -1 : 1));
    // Fewer conditions first, then the order of the axes (MODEL, Precedence).
    const weaker = over === -1 ? own.findLast((layer) => layer.when.length <= wanted.length) : own.at(-1);
    const { order, moved } = placeAmong(
      own.map((layer) => layer.order),
      weaker ? own.indexOf(weaker) + 1 : 0,
    );
    for (const [at, key] of moved) this.apply(moveEntry(own[at]!, '', key));
    this.add({
      id,
      kind: 'layer',
      name: Object.values(when).join(' ') || 'base',
      when: wanted,
      file: null,
      order,
    });
    return id;
  }

  private contextIds(axis: string, context: string): [string, string] {
    const axisItem = itemsOf(this.items, 'axis').find((other) => other.name === axis);
    const contextItem = itemsOf(this.items, 'context').find(
      (other) => other.name === context && other.axis === axisItem?.id,
    );
    if (!axisItem || !contextItem)
      throw new Refusal(`There is no context ${context} of ${axis}`, 'Choose one of its contexts');
    return [axisItem.id, contextItem.id];
  }

  /** An axis with its contexts, made where they are missing; the first named is the default of a new one. */
  axis(name: string, contexts: readonly string[]): void {
    let axis = itemsOf(this.items, 'axis').find((other) => other.name === name);
    const made = new Map<string, string>();
    const axisId = axis?.id ?? this.newId('axis');
    for (const context of contexts) {
      const own = itemsOf(this.items, 'context').filter((other) => other.axis === axisId);
      const known = own.find((other) => other.name === context);
      if (known) made.set(context, known.id);
      else {
        const id = this.newId('context');
        made.set(context, id);
        const last =
          own
            .map((other) => other.order)
            .sort()
            .at(-1) ?? null;
        this.add({ id, kind: 'context', axis: axisId, name: context, order: ordersAfter(last, 1)[0]! });
      }
    }
    if (axis) return;
    const last =
      itemsOf(this.items, 'axis')
        .map((other) => other.order)
        .sort()
        .at(-1) ?? null;
    axis = {
      id: axisId,
      kind: 'axis',
      name,
      description: '',
      default: made.get(contexts[0]!) ?? null,
      order: ordersAfter(last, 1)[0]!,
    };
    this.add(axis);
  }

  /** The group at a path, and all above it, made where they are missing. Null for the top. */
  group(path: string): string | null {
    if (path === '') return null;
    const known = this.tree.ids.get(path);
    const item = known === undefined ? undefined : this.items.get(known);
    if (item?.kind === 'token')
      throw new Refusal(`${path} is a token, and a token cannot hold others`, 'Choose another path');
    if (item && this.tree.paths.get(item.id) === path) return item.id;
    const wrong = nameProblem(lastName(path));
    if (wrong) throw new Refusal(`${wrong}: “${lastName(path)}”`, 'Choose another name');
    const parent = this.group(parentPath(path));
    const id = this.newId('group');
    this.add({
      id,
      kind: 'group',
      name: lastName(path),
      parent,
      order: this.orderBehind(parent),
      declarations: { [this.layer({})]: { text: '{}', refs: [] } },
      redirects: [],
    });
    return id;
  }

  /** What a layer says of a token: the token is made where there is none, an inherited one overridden. */
  declare(path: string, when: Context, object: JsonObject): void {
    const id = this.tree.ids.get(path);
    const item = id === undefined ? undefined : this.items.get(id);
    const here = item?.kind === 'token' && this.tree.paths.get(item.id) === path ? item : undefined;
    const layer = this.layer(when, here);
    const declaration = declare(object, this.tree.ids);
    if (item?.kind === 'group') throw new Refusal(`${path} is a group`, 'Choose another path');
    if (here && item?.kind === 'token') {
      if (this.own.has(item.id))
        this.set(item.id, `declarations/${layer}`, { ...item.declarations[layer], ...declaration });
      else this.add({ ...item, declarations: { [layer]: declaration } });
      return;
    }
    const parent = this.group(parentPath(path));
    this.add({
      id: this.newId('token'),
      kind: 'token',
      name: lastName(path),
      parent,
      order: this.orderBehind(parent),
      declarations: { [layer]: declaration },
      redirects: [],
    });
  }

  /** Puts in each declaration of an own token the value that `to` gives for the present one; undefined keeps it. */
  rewrite(item: TokenItem, to: (value: Json, layer: string) => Json | undefined): void {
    for (const [layer, declaration] of Object.entries(item.declarations)) {
      const value = authoredValue(printedObject(declaration, this.tree));
      const next = value === undefined ? undefined : to(value, layer);
      if (next !== undefined) this.redeclare(this.own.get(item.id) as TokenItem, layer, next);
    }
  }

  /** Puts another value in a declaration, all else of it kept. */
  redeclare(item: TokenItem, layer: string, value: Json): void {
    const object = new Map(printedObject(item.declarations[layer]!, this.tree));
    object.delete('$ref');
    object.set('$value', value);
    this.set(item.id, `declarations/${layer}`, {
      ...item.declarations[layer]!,
      ...declare(object, this.tree.ids),
    });
  }

  /** The `$type` that a group or token takes over from the groups it stands in. */
  inheritedType(path: string): string | undefined {
    for (let at = parentPath(path); ; at = parentPath(at)) {
      const id = at === '' ? this.tree.root?.id : this.tree.ids.get(at);
      const group = id === undefined ? undefined : this.items.get(id);
      if (group?.kind === 'group')
        for (const declaration of Object.values(group.declarations)) {
          const type = authoredObject(declaration).get('$type');
          if (typeof type === 'string') return type;
        }
      if (at === '') return undefined;
    }
  }

  /** Says the type that an item had from its old place, where its new place would give it another or none. */
  keepType(id: string, type: string | undefined): void {
    const item = this.own.get(id) as TokenItem | GroupItem;
    if (type === undefined || this.inheritedType(this.tree.paths.get(id)!) === type) return;
    for (const [layer, declaration] of Object.entries(item.declarations)) {
      const object = printedObject(declaration, this.tree);
      if (object.has('$type') || (item.kind === 'token' && referencesWhole(object))) continue;
      const typed = new Map([['$type', type], ...object]) as JsonObject;
      this.set(id, `declarations/${layer}`, { ...declaration, ...declare(typed, this.tree.ids) });
    }
  }

  /** Sets, or with undefined takes away, members of `app.seedplan` in one declaration of a token or group. */
  extend(item: TokenItem | GroupItem, layer: string, members: Record<string, Json | undefined>): void {
    const declaration = item.declarations[layer]!;
    const object = new Map(printedObject(declaration, this.tree));
    object.set('$extensions', extended(object.get('$extensions'), members));
    if ((object.get('$extensions') as JsonObject).size === 0) object.delete('$extensions');
    this.set(item.id, `declarations/${layer}`, { ...declaration, ...declare(object, this.tree.ids) });
  }
}

function extended(extensions: Json | undefined, members: Record<string, Json | undefined>): JsonObject {
  const all = new Map(isObject(extensions ?? null) ? (extensions as JsonObject) : []);
  const present = all.get('app.seedplan');
  const own = new Map(isObject(present ?? null) ? (present as JsonObject) : []);
  for (const [name, value] of Object.entries(members)) {
    if (value === undefined) own.delete(name);
    else own.set(name, value);
  }
  if (own.size > 0) all.set('app.seedplan', jsonObject([...own]));
  else all.delete('app.seedplan');
  return all;
}

/** Answers with what went wrong where a step cannot be done, instead of half of the steps. */
export function runCommand(
  library: OpenLibrary,
  newId: NewId,
  label: string,
  steps: (work: DraftTransaction) => Command | void,
): Command {
  const work = new DraftTransaction(library, newId);
  try {
    const refused = steps(work);
    if (refused) return refused;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return refuse(error.problem, error.fix);
  }
  addConsequences(work);
  const { edits } = work;
  return edits.length === 0 ? refuse('Nothing would change', 'Enter a different value') : { label, edits };
}

/** A path below another group. */
export const below = (path: string, from: string, to: string): string =>
  path === from ? to : joinPath(to, path.slice(from.length + (from === '' ? 0 : 1)));
