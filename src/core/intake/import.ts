import { append } from '../base/append';
import { declaredPairings } from '../tokens/pairings';
import type { Finding } from '../findings/finding';
import { isObject, type JsonObject } from '../base/json/json';
import { pointerOf } from '../base/json/pointer';
import { writeJson } from '../base/json/write';
import type { OpenedTokens } from '../tokens/open';
import { isToken, READABLE_DEPTH } from '../tokens/read';
import { authoredValue, referencesIn } from '../tokens/references';
import type { SourceHome } from '../tokens/resolver-file';
import { joinPath, lastName, parentPath, type TokenSource } from '../tokens/system';
import { addItem, setField, type Edit } from '../document/edits';
import { itemsOf, type Item, type Items } from '../document/item';
import type { Declaration, GroupItem, TokenItem } from '../tokens/items';
import { ID_PATTERN } from '../document/schema';
import { libraryTree } from '../tokens/token-tree';
import { ordersAfter } from '../document/order';

type NewId = (prefix: string) => string;

/**
 * The edits that bring opened token files into a library: axes, contexts, layers, groups, tokens and pairings, each
 * matched with what is there by id (`app.seedplan.id`), else by name or path. Nothing is removed.
 * @param items the effective library: its own items and what it inherits
 * @param own the library's own items; what is inherited is overridden by an item under the same id
 */
export function importEdits(
  items: Items,
  opened: OpenedTokens,
  file: string,
  newId: NewId,
  own: Items = items,
): { edits: Edit[]; findings: Finding[] } {
  const edits: Edit[] = [];
  const findings: Finding[] = [];
  const { system } = opened;
  const lastOrder = (list: { order: string }[]) =>
    list
      .map((item) => item.order)
      .sort()
      .at(-1) ?? null;

  const axisIds = new Map<string, string>();
  const contextIds = new Map<string, string>();
  const oldAxes = itemsOf(items, 'axis');
  const axisOrders = ordersAfter(lastOrder(oldAxes), system.axes.length);
  system.axes.forEach((axis, i) => {
    const known = oldAxes.find((other) => other.name === axis.name);
    const id = known?.id ?? newId('axis');
    axisIds.set(axis.name, id);
    const oldContexts = itemsOf(items, 'context').filter((context) => context.axis === id);
    const orders = ordersAfter(lastOrder(oldContexts), axis.contexts.length);
    axis.contexts.forEach((name, j) => {
      const old = oldContexts.find((context) => context.name === name);
      const contextId = old?.id ?? newId('context');
      contextIds.set(`${axis.name}\n${name}`, contextId);
      if (!old) edits.push(addItem({ id: contextId, kind: 'context', axis: id, name, order: orders[j]! }));
    });
    const standard = axis.default === undefined ? null : contextIds.get(`${axis.name}\n${axis.default}`)!;
    if (!known)
      edits.push(
        addItem({
          id,
          kind: 'axis',
          name: axis.name,
          description: axis.description ?? '',
          default: standard,
          order: axisOrders[i]!,
        }),
      );
  });

  const oldLayers = itemsOf(own, 'layer');
  const layerOrders = ordersAfter(lastOrder(oldLayers), system.sources.length);
  const layerIds = system.sources.map((source, i) => {
    const when = Object.entries(source.when).map(([axis, context]): [string, string] => [
      axisIds.get(axis)!,
      contextIds.get(`${axis}\n${context}`)!,
    ]);
    const known = oldLayers.find(
      (layer) =>
        layer.name === source.label &&
        layer.file === (source.file ?? null) &&
        JSON.stringify(layer.when) === JSON.stringify(when),
    );
    const id = known?.id ?? newId('layer');
    if (!known)
      edits.push(
        addItem({
          id,
          kind: 'layer',
          name: source.label,
          when,
          file: source.file ?? null,
          order: layerOrders[i]!,
        }),
      );
    return id;
  });

  const tree = libraryTree(items);
  const pathIds = new Map(tree.ids);
  if (tree.root) pathIds.set('', tree.root.id);
  const planned = planTree(items, system.sources, layerIds, pathIds, newId, findings);
  for (const item of planned) {
    const old = own.get(item.id);
    if (!old) {
      if (!items.has(item.id) || Object.keys(item.declarations).length > 0) edits.push(addItem(item));
    } else {
      for (const [layer, declaration] of Object.entries(item.declarations)) {
        const present = (old as TokenItem).declarations[layer];
        if (present?.text !== declaration.text)
          edits.push(setField(old, `declarations/${layer}`, declaration));
      }
    }
  }
  for (const item of pairingsOf(
    system.sources.map((source) => source.root),
    opened.root,
    items,
    pathIds,
    newId,
  ))
    edits.push(addItem(item));
  if (opened.homes && opened.root && itemsOf(own, 'resolver').length === 0) {
    edits.push(
      addItem({
        id: newId('resolver'),
        kind: 'resolver',
        file,
        text: writeJson(opened.root),
        places: placesOf(opened.root, opened.homes, layerIds),
      }),
    );
  }
  return { edits, findings };
}

/** Token and group items for everything the sources declare, parents before children. */
function planTree(
  items: Items,
  sources: TokenSource[],
  layerIds: string[],
  pathIds: Map<string, string>,
  newId: NewId,
  findings: Finding[],
): (TokenItem | GroupItem)[] {
  const planned = new Map<string, TokenItem | GroupItem>();
  const taken = new Set<string>();
  const siblings = new Map<string, string[]>();
  for (const [, id] of pathIds) taken.add(id);

  const place = (
    path: string,
    kind: 'token' | 'group',
    object: JsonObject | undefined,
  ): TokenItem | GroupItem | undefined => {
    const there = planned.get(path);
    if (there) {
      if (there.kind === kind) return there;
      findings.push({
        code: 'invalid-value',
        level: 'error',
        path,
        message: `${path} is a ${there.kind} in one source and a ${kind} in another`,
        fix: 'Rename one of them',
      });
      return undefined;
    }
    const old = items.get(pathIds.get(path) ?? '');
    if (old && old.kind !== kind) {
      findings.push({
        code: 'invalid-value',
        level: 'error',
        path,
        message: `The library has a ${old.kind} at ${path}, and the file a ${kind}`,
        fix: 'Rename one of them',
      });
      return undefined;
    }
    const up = path === '' ? undefined : place(parentPath(path), 'group', undefined);
    if (path !== '' && parentPath(path) !== '' && !up) return undefined;
    const id = old?.id ?? ownId(object, taken) ?? newId(kind);
    taken.add(id);
    pathIds.set(path, id);
    const parent = path === '' || parentPath(path) === '' ? null : up!.id;
    const item = {
      id,
      kind,
      name: lastName(path),
      parent,
      order: (old as TokenItem | undefined)?.order ?? '',
      declarations: {},
      redirects: [],
    } as TokenItem | GroupItem;
    planned.set(path, item);
    if (path !== '') append(siblings, parentPath(path), path);
    return item;
  };

  const found: {
    item: TokenItem | GroupItem;
    layer: string;
    object: JsonObject;
    tail: number | undefined;
  }[] = [];
  const fileOrders: { layer: string; children: Map<string, string[]> }[] = [];
  sources.forEach((source, i) => {
    const layer = layerIds[i]!;
    const tails = new Map<string, number>();
    const order = source.root
      ? childOrder(source.root, tails)
      : [...source.groups.keys(), ...source.tokens.keys()];
    const children = new Map<string, string[]>();
    for (const path of order) {
      const own = source.groups.get(path);
      const object = source.tokens.get(path) ?? own;
      if (!object || (path === '' && object.size === 0)) continue;
      const item = place(path, own && object === own ? 'group' : 'token', object);
      if (!item) continue;
      if (path !== '') append(children, parentPath(path), path);
      found.push({ item, layer, object, tail: tails.get(path) });
    }
    fileOrders.push({ layer, children });
  });
  for (const [parent, paths] of siblings) {
    const present = tree(items, pathIds.get(parent) ?? null);
    const orders = ordersAfter(present.at(-1)?.order ?? null, paths.length);
    paths.forEach((path, i) => {
      const item = planned.get(path)!;
      if (item.order === '') item.order = orders[i]!;
    });
  }
  const root = planned.get('');
  if (root && root.order === '') root.order = ordersAfter(null, 1)[0]!;
  for (const { item, layer, object, tail } of found) {
    item.declarations[layer] = { ...declare(object, pathIds), ...(tail && { tail }) };
  }
  for (const { layer, children } of fileOrders) {
    for (const paths of children.values()) {
      const own = paths.map((path) => planned.get(path)!);
      if (own.every((item, i) => i === 0 || own[i - 1]!.order < item.order)) continue;
      const orders = ordersAfter(null, own.length);
      own.forEach((item, i) => (item.declarations[layer]!.at = orders[i]!));
    }
  }
  return [...planned.values()];
}

function tree(items: Items, parent: string | null): (TokenItem | GroupItem)[] {
  return libraryTree(items).children.get(parent) ?? [];
}

/** Paths of a document's groups and tokens in the order they stand in it; `tails` counts own members behind children. */
function childOrder(root: JsonObject, tails: Map<string, number>): string[] {
  const order = [''];
  const stack: { object: JsonObject; path: string; depth: number }[] = [{ object: root, path: '', depth: 0 }];
  for (let node = stack.pop(); node; node = stack.pop()) {
    if (node.path !== '') order.push(node.path);
    if ((node.path !== '' && isToken(node.object)) || node.depth > READABLE_DEPTH) continue;
    const below: typeof stack = [];
    let behind = 0;
    for (const [name, member] of node.object) {
      if (isObject(member) && (!name.startsWith('$') || name === '$root')) {
        below.push({ object: member, path: joinPath(node.path, name), depth: node.depth + 1 });
        behind = 0;
      } else behind++;
    }
    if (behind > 0 && below.length > 0) tails.set(node.path, behind);
    for (let i = below.length - 1; i >= 0; i--) stack.push(below[i]!);
  }
  return order;
}

const idPattern = new RegExp(ID_PATTERN);

function ownId(object: JsonObject | undefined, taken: Set<string>): string | undefined {
  const extensions = object?.get('$extensions');
  const own = isObject(extensions) ? extensions.get('app.seedplan') : undefined;
  const id = isObject(own) ? own.get('id') : undefined;
  return typeof id === 'string' && idPattern.test(id) && !taken.has(id) ? id : undefined;
}

/** A declaration of an authored object, its references remembered by id. */
export function declare(object: JsonObject, ids: ReadonlyMap<string, string>): Declaration {
  const refs = new Map<string, string>();
  const value = authoredValue(object);
  const spoken = value === undefined ? [] : referencesIn(value);
  const extended = object.get('$extends');
  const paths = [
    ...spoken.map((reference) => reference.path),
    ...(extended === undefined ? [] : referencesIn(extended).map((reference) => reference.path)),
  ];
  for (const path of paths) {
    const id = ids.get(path);
    if (id !== undefined) refs.set(path, id);
  }
  return { text: writeJson(object), refs: [...refs] };
}

/** The pairings that a file's root, and the roots of its sources, declare and the library does not have yet. */
function pairingsOf(
  roots: (JsonObject | undefined)[],
  root: JsonObject | undefined,
  items: Items,
  ids: Map<string, string>,
  newId: NewId,
): Item[] {
  const present = new Set(
    itemsOf(items, 'pairing').map((pairing) => `${pairing.text.path}\n${pairing.surface.path}`),
  );
  const added: { text: string; surface: string; needs: number }[] = [];
  for (const holder of new Set([root, ...roots])) {
    for (const pairing of declaredPairings(holder)) {
      const key = `${pairing.text}\n${pairing.surface}`;
      if (present.has(key)) continue;
      present.add(key);
      added.push(pairing);
    }
  }
  const orders = ordersAfter(null, added.length);
  return added.map(({ text, surface, needs }, i) => ({
    id: newId('pairing'),
    kind: 'pairing',
    text: { id: ids.get(text), path: text },
    surface: { id: ids.get(surface), path: surface },
    needs,
    order: orders[i]!,
  }));
}

/** Where in the resolver document each layer's source stands. */
function placesOf(root: JsonObject, homes: SourceHome[], layerIds: string[]): [string, string][] {
  const used = new Map<string, number>();
  return homes.map((home, i) => {
    const base = home.modifier
      ? ['modifiers', home.modifier, 'contexts', home.context!]
      : ['sets', home.set ?? '', 'sources'];
    const order = root.get('resolutionOrder');
    const inPlace = Array.isArray(order)
      ? order.findIndex(
          (entry) =>
            isObject(entry) &&
            !entry.has('$ref') &&
            entry.get('name') === (home.modifier ?? home.set) &&
            entry.get('type') === (home.modifier ? 'modifier' : 'set'),
        )
      : -1;
    const pointer = inPlace === -1 ? base : ['resolutionOrder', String(inPlace), ...base.slice(2)];
    const key = pointerOf(pointer);
    const index = used.get(key) ?? 0;
    used.set(key, index + 1);
    return [`${key}/${index}`, layerIds[i]!];
  });
}
