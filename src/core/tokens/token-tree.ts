import { append } from '../base/append';
import type { JsonObject } from '../base/json/json';
import { readJson } from '../base/json/read';
import { aliasPath, pointerTarget } from './references';
import { pointerOf } from '../base/json/pointer';
import { isObject, type Json } from '../base/json/json';
import { joinPath, parentPath, type Axis, type Context, type TokenSource, type TokenSystem } from './system';
import { equal } from '../document/edits';
import { byOrder, itemsOf, type Item, type Items, type Reference } from '../document/item';
import type { Declaration, GroupItem, ContextLayer, TokenItem } from './items';

/** The tree of groups and tokens in order, with paths both ways. */
export interface LibraryTree {
  paths: Map<string, string>;
  ids: Map<string, string>;
  /** Groups and tokens, parents before children, siblings in order. The root group's path is empty. */
  nodes: { item: TokenItem | GroupItem; path: string; depth: number }[];
  /** Children of a group id (null: of the root), in order. */
  children: Map<string | null, (TokenItem | GroupItem)[]>;
  root: GroupItem | undefined;
}

const trees = new WeakMap<Items, LibraryTree>();

export function libraryTree(items: Items): LibraryTree {
  const known = trees.get(items);
  if (known) return known;
  const children = new Map<string | null, (TokenItem | GroupItem)[]>();
  const isRoot = (item: Item | undefined) =>
    item?.kind === 'group' && item.name === '' && item.parent === null;
  let root: GroupItem | undefined;
  for (const item of items.values()) {
    if (item.kind !== 'token' && item.kind !== 'group') continue;
    if (isRoot(item)) {
      root = item as GroupItem;
      continue;
    }
    // What stands in a group that is gone, in itself or in the one that holds all is shown at the top rather than lost.
    const above = item.parent === null ? undefined : items.get(item.parent);
    const within = above && !isRoot(above) && !(item.kind === 'group' && inItself(item, items));
    const parent = within ? above.id : null;
    const siblings = children.get(parent);
    if (siblings) siblings.push(item);
    else children.set(parent, [item]);
  }
  for (const siblings of children.values()) siblings.sort(byOrder);
  const tree: LibraryTree = { paths: new Map(), ids: new Map(), nodes: [], children, root };
  const stack = [...(children.get(null) ?? [])]
    .reverse()
    .map((item) => ({ item, path: item.name, depth: 0 }));
  for (let node = stack.pop(); node; node = stack.pop()) {
    tree.nodes.push(node);
    tree.paths.set(node.item.id, node.path);
    if (!tree.ids.has(node.path)) tree.ids.set(node.path, node.item.id);
    const below = children.get(node.item.id) ?? [];
    for (let i = below.length - 1; i >= 0; i--) {
      stack.push({ item: below[i]!, path: joinPath(node.path, below[i]!.name), depth: node.depth + 1 });
    }
  }
  for (const { item } of tree.nodes)
    for (const old of item.redirects) if (!tree.ids.has(old)) tree.ids.set(old, item.id);
  trees.set(items, tree);
  return tree;
}

/** Whether an item stands in the same place of a tree under the same names as another. */
export const standsAlike = (a: TokenItem | GroupItem, b: TokenItem | GroupItem): boolean =>
  a.kind === b.kind &&
  a.name === b.name &&
  a.parent === b.parent &&
  a.order === b.order &&
  equal(a.redirects, b.redirects);

/** The same tree with items that say other things; each stands as the one of its id did (`standsAlike`). */
export function treeSaying(tree: LibraryTree, said: ReadonlyMap<string, TokenItem | GroupItem>): LibraryTree {
  const nodes = tree.nodes.slice();
  const { places } = standingOf(tree);
  for (const item of said.values()) {
    const at = places.get(item.id);
    if (at !== undefined) nodes[at] = { ...nodes[at]!, item };
  }
  return {
    paths: tree.paths,
    ids: tree.ids,
    nodes,
    children: childrenSaying(new Map(tree.children), said),
    root: tree.root && ((said.get(tree.root.id) as GroupItem | undefined) ?? tree.root),
  };
}

/** Puts items in place of those of the same id. */
export function childrenSaying(
  children: LibraryTree['children'],
  said: ReadonlyMap<string, TokenItem | GroupItem>,
): LibraryTree['children'] {
  // What stands in a group that is gone is shown at the top.
  for (const key of new Set([...said.values()].map(({ parent }) => parent)).add(null)) {
    const list = children.get(key);
    if (list?.some(({ id }) => said.has(id))) children.set(key, list.map((item) => said.get(item.id) ?? item)); // prettier-ignore
  }
  return children;
}

/** Whether a token has the place of another in a tree, under the same name or not. */
export const standsThere = (a: TokenItem | GroupItem, b: TokenItem | GroupItem): boolean =>
  a.kind === 'token' && b.kind === 'token' && a.parent === b.parent && a.order === b.order;

/** A token's path as it was and as it is. */
export interface PathChanged {
  from: string;
  to: string;
}

/**
 * The same tree with tokens under other names, each where it stood (`standsThere`), beside others that say other things.
 * Undefined where paths are disputed, so that the tree has to be read anew.
 */
export function treeNaming(
  tree: LibraryTree,
  said: ReadonlyMap<string, TokenItem | GroupItem>,
): { tree: LibraryTree; renamed: Map<string, PathChanged> } | undefined {
  const standing = standingOf(tree);
  const { places, former } = standing;
  if (standing.isDoubled) return undefined;
  const nodes = tree.nodes.slice();
  const renamed = new Map<string, PathChanged>();
  /** Paths that may lead elsewhere now. */
  const open = new Set<string>();
  const calledBefore = new Map(former);
  for (const item of said.values()) {
    const at = places.get(item.id);
    if (at === undefined) continue;
    const { item: was, path, depth } = nodes[at]!;
    const to = was.name === item.name ? path : joinPath(parentPath(path), item.name);
    nodes[at] = { item, path: to, depth };
    if (to !== path) {
      renamed.set(item.id, { from: path, to });
      open.add(path);
    }
    for (const old of was.redirects) {
      open.add(old);
      calledBefore.set(old, calledBefore.get(old)!.filter((id) => id !== item.id)); // prettier-ignore
    }
    for (const old of item.redirects) {
      open.add(old);
      calledBefore.set(old, [...(calledBefore.get(old) ?? []), item.id]);
    }
  }
  const taken = new Set([...renamed.values()].map(({ to }) => to));
  const isDisputed = ([id, { to }]: [string, PathChanged]) => {
    const there = tree.ids.get(to);
    return there !== undefined && there !== id && !renamed.has(there);
  };
  if (taken.size < renamed.size || [...renamed].some(isDisputed)) return undefined;
  for (const path of open) {
    const there = tree.ids.get(path);
    if (there !== undefined && !said.has(there)) return undefined;
    if (former.get(path)?.some((id) => !said.has(id))) return undefined;
  }

  const [paths, ids] = [new Map(tree.paths), new Map(tree.ids)];
  for (const path of open) ids.delete(path);
  for (const [id, { to }] of renamed) paths.set(id, to);
  const ordered = [...said.values()]
    .filter(({ id }) => places.has(id))
    .sort((a, b) => places.get(a.id)! - places.get(b.id)!);
  for (const { id } of ordered) ids.set(paths.get(id)!, id);
  for (const { id, redirects } of ordered) for (const old of redirects) if (!ids.has(old)) ids.set(old, id);
  standings.set(paths, { places, isDoubled: false, former: calledBefore });
  const children = childrenSaying(new Map(tree.children), said);
  const root = tree.root && ((said.get(tree.root.id) as GroupItem | undefined) ?? tree.root);
  return { tree: { paths, ids, nodes, children, root }, renamed };
}

/** What is known beside a tree: the same for all trees that share their paths. */
interface Standing {
  /** Where in the list of nodes each item stands. */
  places: Map<string, number>;
  /** Whether two stand at one path. */
  isDoubled: boolean;
  /** Who was called by a path. */
  former: Map<string, string[]>;
}
const standings = new WeakMap<LibraryTree['paths'], Standing>();

function standingOf({ paths, nodes }: LibraryTree): Standing {
  let standing = standings.get(paths);
  if (!standing) {
    standing = {
      places: new Map(nodes.map(({ item }, at) => [item.id, at])),
      isDoubled: new Set(nodes.map(({ path }) => path)).size < nodes.length,
      former: new Map(),
    };
    for (const { item } of nodes) for (const old of item.redirects) append(standing.former, old, item.id);
    standings.set(paths, standing);
  }
  return standing;
}

/** Has items keep a tree that is known to be theirs. */
export const keepTree = (items: Items, tree: LibraryTree): void => void trees.set(items, tree);

/** Whether following the groups upwards from an item leads back to it. */
function inItself({ id, parent }: TokenItem | GroupItem, items: Items): boolean {
  const seen = new Set<string>();
  for (let at = parent; at !== null && !seen.has(at);) {
    if (at === id) return true;
    seen.add(at);
    const above = items.get(at);
    at = above?.kind === 'group' ? above.parent : null;
  }
  return false;
}

/** The present path of a reference: the id wins where it is known. */
export function pathOf(reference: Reference, items: Items): string {
  const tree = libraryTree(items);
  if (reference.id !== undefined) {
    const path = tree.paths.get(reference.id);
    if (path !== undefined) return path;
    const item = items.get(reference.id);
    if (item && 'name' in item) return item.name;
  }
  const id = tree.ids.get(reference.path);
  return (id && tree.paths.get(id)) ?? reference.path;
}

const parsed = new WeakMap<Declaration, JsonObject>();

/** The authored object of a declaration, as it was written. Kept with the declaration; do not change it. */
export function authoredObject(declaration: Declaration): JsonObject {
  let object = parsed.get(declaration);
  if (!object) {
    const json = readJson(declaration.text);
    object = isObject(json) ? json : new Map();
    parsed.set(declaration, object);
  }
  return object;
}

/** The authored object with references following what has been renamed since it was written. */
export function printedObject(declaration: Declaration, tree: LibraryTree): JsonObject {
  let renamed: Map<string, string> | undefined;
  for (const [path, id] of declaration.refs) {
    const now = tree.paths.get(id);
    if (now !== undefined && now !== path) (renamed ??= new Map()).set(path, now);
  }
  const object = authoredObject(declaration);
  return renamed === undefined ? object : (renameReferences(object, renamed) as JsonObject);
}

/** Rewrites every alias and pointer that names one of `renamed`'s paths. Depth is that of one value. */
function renameReferences(json: Json, renamed: Map<string, string>): Json {
  if (typeof json === 'string') {
    const now = renamed.get(aliasPath(json) ?? '');
    return now === undefined ? json : `{${now}}`;
  }
  if (Array.isArray(json)) return json.map((item) => renameReferences(item, renamed));
  if (!isObject(json)) return json;
  return new Map(
    [...json].map(([name, member]) => [
      name,
      name === '$ref' || name === '$extends'
        ? renamePointer(member, renamed)
        : renameReferences(member, renamed),
    ]),
  );
}

function renamePointer(json: Json, renamed: Map<string, string>): Json {
  if (typeof json !== 'string') return renameReferences(json, renamed);
  const target = pointerTarget(json);
  if (!target) return renameReferences(json, renamed);
  const now = renamed.get(target.path);
  if (now === undefined) return json;
  const at = target.segments.indexOf('$value');
  return '#' + pointerOf([...now.split('.'), ...(at === -1 ? [] : target.segments.slice(at))]);
}

export function axesOf(items: Items): (Axis & { id: string; contextIds: string[] })[] {
  const contexts = itemsOf(items, 'context').sort(byOrder);
  return itemsOf(items, 'axis')
    .sort(byOrder)
    .map((axis) => {
      const own = contexts.filter((context) => context.axis === axis.id);
      return {
        id: axis.id,
        name: axis.name,
        contexts: own.map((context) => context.name),
        contextIds: own.map((context) => context.id),
        default: own.find((context) => context.id === axis.default)?.name,
        description: axis.description,
      };
    });
}

/**
 * Layers from weakest to strongest. `generation` puts a library's own layers, within those of equal conditions, after
 * its ancestors' (layer-major, as MODEL states): a child's default does not beat a parent's dark value.
 */
export function layersOf(items: Items, generation: (id: string) => number = () => 0): ContextLayer[] {
  const layers = itemsOf(items, 'layer').sort((a, b) => generation(a.id) - generation(b.id) || byOrder(a, b));
  const key = (layer: ContextLayer) => JSON.stringify([...layer.when].sort());
  const result: ContextLayer[] = [];
  for (const layer of layers) {
    const own = generation(layer.id);
    const at = result.findLastIndex((other) => key(other) === key(layer) && generation(other.id) < own);
    // A further layer of the same generation and conditions follows the one just placed.
    const beside = result.findLastIndex((other) => key(other) === key(layer) && generation(other.id) === own);
    if (at === -1) result.push(layer);
    else result.splice(Math.max(at, beside) + 1, 0, layer);
  }
  return result;
}

export function whenOf(layer: ContextLayer, items: Items): Context {
  const when: Context = {};
  for (const [axis, context] of layer.when) {
    const axisItem = items.get(axis);
    const contextItem = items.get(context);
    if (axisItem?.kind === 'axis' && contextItem?.kind === 'context') when[axisItem.name] = contextItem.name;
  }
  return when;
}

/** A library's items as the resolver wants them. Source ids are layer ids. */
export function tokenSystemOf(items: Items, generation?: (id: string) => number): TokenSystem {
  const tree = libraryTree(items);
  const sources = new Map<string, TokenSource>();
  for (const layer of layersOf(items, generation)) {
    sources.set(layer.id, {
      id: layer.id,
      label: layer.name,
      when: whenOf(layer, items),
      tokens: new Map(),
      groups: new Map(),
      file: layer.file ?? undefined,
    });
  }
  const nodes = tree.root ? [{ item: tree.root, path: '' }, ...tree.nodes] : tree.nodes;
  for (const { item, path } of nodes) {
    for (const [layer, declaration] of Object.entries(item.declarations)) {
      const source = sources.get(layer);
      if (!source) continue;
      (item.kind === 'token' ? source.tokens : source.groups).set(path, printedObject(declaration, tree));
    }
  }
  return { axes: axesOf(items), sources: [...sources.values()] };
}
