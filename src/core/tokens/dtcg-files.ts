import { isObject, type Json, type JsonObject } from '../base/json/json';
import { pointerOf, pointerSegments } from '../base/json/pointer';
import { readJson } from '../base/json/read';
import { normalToken, typeOf } from './normalise';
import { replaceAt } from './references';
import type { Resolution } from './resolve';
import { declaredPairings } from './pairings';
import { byOrder, itemsOf, type Items } from '../document/item';
import type { GroupItem, ContextLayer, TokenItem } from './items';
import { axesOf, layersOf, libraryTree, printedObject } from './token-tree';

/**
 * A library's tokens as DTCG files. What was imported and not changed comes out as it came in, member order included;
 * only older value forms are rewritten. References follow renames.
 * @param options.ids write each item's id under `app.seedplan`, so that a rename is known as one when read back
 */
export function dtcgFiles(
  items: Items,
  resolution: Resolution,
  options: { ids?: boolean } = {},
): { name: string; json: Json }[] {
  const layers = layersOf(items);
  const trees = new Map(layers.map((layer) => [layer.id, layerTree(items, layer, resolution, options)]));
  withPairings(items, layers, trees);
  const files = new Map<string, Json>();
  /** The file a layer is written to: its own name, or another where a different layer holds that one. */
  const fileFor = (layer: ContextLayer): string => {
    const json = trees.get(layer.id)!;
    for (let n = 1; ; n++) {
      const name =
        n === 1 ? layer.file! : layer.file!.replace(/(\.tokens)?\.json$/, (ending) => `-${n}${ending}`);
      if (!files.has(name)) files.set(name, json);
      if (files.get(name) === json) return name;
    }
  };
  const source = (layer: ContextLayer): Json =>
    layer.file === null ? trees.get(layer.id)! : new Map([['$ref', fileFor(layer)]]);

  const axes = axesOf(items);
  const resolver = itemsOf(items, 'resolver')[0];
  if (!resolver && axes.length === 0 && layers.length <= 1) {
    const layer = layers[0];
    return [{ name: layer?.file ?? 'tokens.json', json: layer ? trees.get(layer.id)! : new Map() }];
  }
  const root =
    (resolver && asRead(items, resolver, layers, source)) ?? regenerated(items, layers, axes, source);
  return [
    { name: resolver?.file ?? 'library.resolver.json', json: root },
    ...[...files].map(([name, json]) => ({ name, json })),
  ];
}

function layerTree(
  items: Items,
  layer: ContextLayer,
  resolution: Resolution,
  options: { ids?: boolean },
): JsonObject {
  const tree = libraryTree(items);
  const root: JsonObject = new Map();
  const orderHere = (item: TokenItem | GroupItem) => ({
    item,
    order: item.declarations[layer.id]?.at ?? item.order,
  });
  type Job = { id: string | null; item: GroupItem | undefined; into: JsonObject };
  const stack: Job[] = [{ id: null, item: tree.root, into: root }];
  for (let job = stack.pop(); job; job = stack.pop()) {
    const declaration = job.item?.declarations[layer.id];
    const own = declaration ? [...printedObject(declaration, tree)] : [];
    const tail = declaration?.tail ?? 0;
    for (const [name, value] of own.slice(0, own.length - tail)) job.into.set(name, value);
    const children = (tree.children.get(job.id) ?? [])
      .filter((child) => hasDeclaration(items, child, layer.id))
      .map(orderHere)
      .sort(byOrder);
    for (const { item } of children) {
      if (item.kind === 'token') {
        const path = tree.paths.get(item.id)!;
        const object = normalToken(
          printedObject(item.declarations[layer.id]!, tree),
          typeOf(resolution, path),
        );
        job.into.set(item.name, options.ids ? withId(object, item.id) : object);
      } else {
        const below: JsonObject = new Map();
        job.into.set(item.name, below);
        stack.push({ id: item.id, item, into: below });
      }
    }
    for (const [name, value] of own.slice(own.length - tail)) job.into.set(name, value);
  }
  return root;
}

/** Whether a layer says anything of an item or of what is below it. */
function hasDeclaration(items: Items, item: TokenItem | GroupItem, layer: string): boolean {
  if (item.declarations[layer]) return true;
  if (item.kind === 'token') return false;
  const { children } = libraryTree(items);
  const stack = [...(children.get(item.id) ?? [])];
  for (let next = stack.pop(); next; next = stack.pop()) {
    if (next.declarations[layer]) return true;
    stack.push(...(children.get(next.id) ?? []));
  }
  return false;
}

function withId(object: JsonObject, id: string): JsonObject {
  const extensions = object.get('$extensions');
  const own = isObject(extensions) ? extensions.get('app.seedplan') : undefined;
  const named: JsonObject = new Map([...(isObject(own) ? own : []), ['id', id]]);
  return new Map([
    ...object,
    ['$extensions', new Map([...(isObject(extensions) ? extensions : []), ['app.seedplan', named]])],
  ]);
}

/** Writes the library's pairings into the roots, unless these say the same already. */
function withPairings(items: Items, layers: ContextLayer[], trees: Map<string, JsonObject>): void {
  const { paths } = libraryTree(items);
  const path = (reference: { id?: string; path: string }) => paths.get(reference.id ?? '') ?? reference.path;
  const present = itemsOf(items, 'pairing')
    .sort(byOrder)
    .map((pairing) => ({ text: path(pairing.text), surface: path(pairing.surface), needs: pairing.needs }));
  const resolver = itemsOf(items, 'resolver')[0];
  const resolverRoot = resolver ? readJson(resolver.text) : undefined;
  const declared = [isObject(resolverRoot) ? resolverRoot : undefined, ...trees.values()].flatMap(
    declaredPairings,
  );
  const key = (list: typeof present) =>
    JSON.stringify(list.map((pairing) => [pairing.text, pairing.surface, pairing.needs]).sort());
  if (key(declared) === key(present)) return;
  let holder = layers.find((layer) => declaredPairings(trees.get(layer.id)).length > 0) ?? layers[0];
  for (const layer of layers) {
    const root = trees.get(layer.id)!;
    const extensions = root.get('$extensions');
    const own = isObject(extensions) ? extensions.get('app.seedplan') : undefined;
    const kept: JsonObject = new Map([...(isObject(own) ? own : [])].filter(([name]) => name !== 'pairings'));
    if (layer === holder)
      kept.set(
        'pairings',
        present.map((pairing) => new Map<string, Json>(Object.entries(pairing))),
      );
    else if (!isObject(own)) continue;
    const merged: JsonObject = new Map([...(isObject(extensions) ? extensions : []), ['app.seedplan', kept]]);
    trees.set(layer.id, new Map([...root, ['$extensions', merged]]));
    if (layer === holder) holder = undefined;
  }
}

/** The resolver document as it was read, its sources as they are now; undefined once axes or layers have changed. */
function asRead(
  items: Items,
  resolver: { text: string; places: [string, string][] },
  layers: ContextLayer[],
  source: (layer: ContextLayer) => Json,
): Json | undefined {
  const document = readJson(resolver.text);
  if (!isObject(document) || shapeOf(items, resolver.places, layers) !== shapeInside(document))
    return undefined;
  const replacements = resolver.places.map(([pointer, id]) => {
    const layer = layers.find((other) => other.id === id)!;
    return { place: pointerSegments(pointer)!, value: source(layer) };
  });
  const inPlace = replacements.filter(({ value }) => !(isObject(value) && value.has('$ref')));
  return replaceAt(document, inPlace);
}

function shapeOf(items: Items, places: [string, string][], layers: ContextLayer[]): string {
  const axes = axesOf(items).map((axis) => [axis.name, axis.contexts, axis.default ?? null]);
  const known =
    layers.every((layer) => places.some(([, id]) => id === layer.id)) && places.length === layers.length;
  return known ? JSON.stringify(axes) : '';
}

function shapeInside(document: JsonObject): string {
  const axes: unknown[] = [];
  const order = document.get('resolutionOrder');
  for (const entry of Array.isArray(order) ? order : []) {
    if (!isObject(entry)) continue;
    const ref = entry.get('$ref');
    const [section, name] =
      typeof ref === 'string' ? (pointerSegments(ref) ?? []) : ['', entry.get('name') as string];
    const modifiers = document.get('modifiers');
    const modifier =
      typeof ref !== 'string'
        ? entry.get('type') === 'modifier'
          ? entry
          : undefined
        : section === 'modifiers' && isObject(modifiers)
          ? modifiers.get(name!)
          : undefined;
    if (!isObject(modifier)) continue;
    const contexts = modifier.get('contexts');
    axes.push([name, isObject(contexts) ? [...contexts.keys()] : [], modifier.get('default') ?? null]);
  }
  return JSON.stringify(axes);
}

/**
 * A resolver document written from the items alone. The last matching layer wins, so the order of layers becomes the order
 * of resolution: base layers are sets, those of one axis its modifier. What cannot stand there (layers under several
 * contexts, an axis whose layers are not together) is kept under `app.seedplan`, with all that comes after it.
 */
function regenerated(
  items: Items,
  layers: ContextLayer[],
  axes: ReturnType<typeof axesOf>,
  source: (layer: ContextLayer) => Json,
): Json {
  const sets: JsonObject = new Map();
  const modifiers: JsonObject = new Map();
  const order: string[] = [];
  const combined: ContextLayer[] = [];
  const last = () => order.at(-1);
  const addModifier = (axis: (typeof axes)[number]): void => {
    const modifier: JsonObject = new Map();
    if (axis.description) modifier.set('description', axis.description);
    modifier.set('contexts', new Map(axis.contexts.map((name) => [name, [] as Json[]])));
    if (axis.default !== undefined) modifier.set('default', axis.default);
    modifiers.set(axis.name, modifier);
    order.push(pointerOf(['modifiers', axis.name]));
  };
  const addToSet = (layer: ContextLayer): void => {
    const here = last();
    let { name } = layer;
    for (let n = 2; sets.has(name) && here !== pointerOf(['sets', name]); n++) name = `${layer.name} ${n}`;
    const set = sets.get(name);
    if (isObject(set)) (set.get('sources') as Json[]).push(source(layer));
    else {
      sets.set(name, new Map([['sources', [source(layer)]]]));
      order.push(pointerOf(['sets', name]));
    }
  };
  const addToModifier = (layer: ContextLayer): boolean => {
    const [axisId, contextId] = layer.when[0]!;
    const at = axes.findIndex((axis) => axis.id === axisId);
    const axis = axes[at];
    const context = axis?.contexts[axis.contextIds.indexOf(contextId)];
    if (!axis || context === undefined) return false;
    if (!modifiers.has(axis.name)) {
      // An axis without layers stands where it stood among the others.
      for (const empty of axes.slice(0, at))
        if (!modifiers.has(empty.name) && !layers.some(({ when }) => when.some(([id]) => id === empty.id)))
          addModifier(empty);
      addModifier(axis);
    } else if (last() !== pointerOf(['modifiers', axis.name])) return false;
    const contexts = (modifiers.get(axis.name) as JsonObject).get('contexts') as JsonObject;
    (contexts.get(context) as Json[]).push(source(layer));
    return true;
  };
  for (const layer of layers) {
    if (combined.length > 0 || layer.when.length > 1) combined.push(layer);
    else if (layer.when.length === 0) addToSet(layer);
    else if (!addToModifier(layer)) combined.push(layer);
  }
  for (const axis of axes) if (!modifiers.has(axis.name)) addModifier(axis);
  const root: JsonObject = new Map<string, Json>([['version', '2025.10']]);
  if (combined.length > 0) {
    const list = combined.map((layer): Json => {
      const when: [string, Json][] = layer.when.map(([axis, context]) => [
        nameOf(items, axis),
        nameOf(items, context),
      ]);
      return new Map<string, Json>([
        ['when', new Map(when)],
        ['sources', [source(layer)]],
      ]);
    });
    root.set('$extensions', new Map([['app.seedplan', new Map([['combined', list]])]]));
  }
  root.set('sets', sets);
  root.set('modifiers', modifiers);
  root.set(
    'resolutionOrder',
    order.map((pointer) => new Map([['$ref', `#${pointer}`]])),
  );
  return root;
}

function nameOf(items: Items, id: string): string {
  const item = items.get(id);
  return item && 'name' in item ? item.name : id;
}
