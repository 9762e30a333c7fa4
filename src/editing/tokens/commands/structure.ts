import { declare } from '@/core/intake/import';
import type { StyleValue } from '@/core/components/definition';
import { itemsOf, type Reference } from '@/core/document/item';
import type { GroupItem, TokenItem } from '@/core/tokens/items';
import { printedObject } from '@/core/tokens/token-tree';
import { orderBetween } from '@/core/document/order';
import { jsonObject, type Json, type JsonObject } from '@/core/base/json/json';
import { writeJson } from '@/core/base/json/write';
import { readJson } from '@/core/base/json/read';
import { nameProblem } from '@/core/tokens/read';
import { aliasPath } from '@/core/tokens/references';
import { joinPath, lastName, parentPath } from '@/core/tokens/system';
import { readTyped } from '@/core/tokens/typed-value';
import { typeOf } from '@/core/tokens/normalise';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { below, runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';

/** Where what a path names stands now: a former path leads to the present one. */
const presentPath = ({ tree }: OpenLibrary, path: string): string =>
  tree.paths.get(tree.ids.get(path) ?? '') ?? path;

const atSource = (path: string) => refuse(`${path} is inherited`, 'Change it in the library it comes from');

interface PathChange {
  from: string;
  to: string;
}

/** Gives tokens and groups other paths, all at once; references follow. Old paths can stay as deprecated aliases. */
export function renamePaths(
  library: OpenLibrary,
  { changes: asked, keepOld }: { changes: PathChange[]; keepOld?: boolean },
  newId: NewId,
): Command {
  const changes = asked.map(({ from, to }) => ({ from: presentPath(library, from), to }));
  const [only] = changes;
  const label =
    changes.length === 1 ? `Rename ${only!.from} to ${only!.to}` : `Rename ${changes.length} paths`;
  return runCommand(library, newId, label, (work) => {
    const items = changes.map(({ from, to }) => ({ from, to: to.trim(), item: work.ownAt(from) }));
    for (const { from, to, item } of items) {
      if (!item)
        return work.tree.ids.has(from)
          ? atSource(from)
          : refuse(`There is nothing at ${from}`, 'It may have been renamed or removed');
      const wrong = to
        .split('.')
        .map((name) => (name === '$root' ? undefined : nameProblem(name)))
        .find(Boolean);
      if (wrong) return refuse(`${wrong}: “${to}”`, 'Write the path as group.name');
      if (to.startsWith(`${from}.`) && item.kind === 'group')
        return refuse(`${from} cannot be moved into itself`, 'Choose another place');
    }
    // All leave before any arrives, so that two can change places.
    const leaving = new Set(items.map(({ item }) => item!.id));
    const targets = new Map<string, string>();
    for (const { from, to } of items) {
      const there = work.tree.ids.get(to);
      const taken = there !== undefined && work.tree.paths.get(there) === to && !leaving.has(there);
      if (taken) return refuse(`There is already a token or group at ${to}`, 'Choose another path');
      if (targets.has(to))
        return refuse(
          `${targets.get(to)} and ${from} would both be at ${to}`,
          'Give them paths of their own',
        );
      targets.set(to, from);
    }
    const old = items.flatMap(({ from, to, item }) =>
      tokensIn(work, item!, from).map((path) => ({ path, now: below(path, from, to) })),
    );
    for (const { from, to, item } of items) {
      const type = work.inheritedType(from);
      const parent = work.group(parentPath(to));
      if (parent !== item!.parent) {
        const order = work.orderBehind(parent);
        work.set(item!.id, 'parent', parent);
        work.moveTo(item!.id, order);
      }
      work.set(item!.id, 'name', lastName(to));
      const now = work.own.get(item!.id) as TokenItem;
      work.set(
        item!.id,
        'redirects',
        [...new Set([...now.redirects, from])].filter((path) => path !== to),
      );
      work.keepType(item!.id, type);
    }
    if (keepOld) {
      for (const { path, now } of old) {
        if (work.tree.ids.get(path) !== undefined && work.tree.paths.get(work.tree.ids.get(path)!) === path)
          continue;
        work.declare(path, {}, retired(now));
      }
    }
    for (const { from } of items) clearEmpty(work, parentPath(from));
    return undefined;
  });
}

const retired = (now: string): JsonObject =>
  jsonObject([
    ['$value', `{${now}}`],
    ['$deprecated', `Use ${now}`],
    ['$extensions', jsonObject([['app.seedplan', jsonObject([['replacement', now]])]])],
  ]) as JsonObject;

/** Paths of an item and all tokens below it. */
function tokensIn(work: DraftTransaction, item: TokenItem | GroupItem, path: string): string[] {
  if (item.kind === 'token') return [path];
  return work.tree.nodes
    .filter((node) => node.item.kind === 'token' && node.path.startsWith(`${path}.`))
    .map((node) => node.path);
}

/** Takes away groups that hold nothing and say nothing any more. */
function clearEmpty(work: DraftTransaction, path: string): void {
  for (let at = path; at !== ''; at = parentPath(at)) {
    const group = work.ownAt(at);
    if (group?.kind !== 'group' || (work.tree.children.get(group.id) ?? []).length > 0) return;
    if (Object.values(group.declarations).some(({ text }) => text !== '{}')) return;
    work.remove(group.id);
  }
}

/** Puts tokens and groups into a group (empty: to the top), before one of its members or behind the last. */
export function move(
  library: OpenLibrary,
  { paths, into: target, before }: { paths: string[]; into: string; before?: string },
  newId: NewId,
): Command {
  const into = presentPath(library, target);
  const label =
    paths.length === 1
      ? `Move ${paths[0]}${into === parentPath(paths[0]!) ? '' : ` to ${into || 'the top'}`}`
      : `Move ${paths.length} to ${into || 'the top'}`;
  return runCommand(library, newId, label, (work) => {
    const moving = paths.map((asked) => {
      const path = presentPath(library, asked);
      return { path, item: work.ownAt(path) };
    });
    for (const { path, item } of moving) {
      if (!item) return atSource(path);
      if (item.kind === 'group' && (into === path || into.startsWith(`${path}.`)))
        return refuse(`${path} cannot be moved into itself`, 'Choose another place');
      const target = joinPath(into, lastName(path));
      const there = work.tree.ids.get(target);
      if (target !== path && there !== undefined && work.tree.paths.get(there) === target)
        return refuse(`There is already a token or group at ${target}`, 'Rename one of them first');
    }
    const parent = work.group(into);
    for (const { path, item } of moving) {
      const siblings = (work.tree.children.get(parent) ?? []).filter((other) => other.id !== item!.id);
      const at =
        before === undefined
          ? siblings.length
          : siblings.findIndex((other) => work.tree.paths.get(other.id) === before);
      const place = at === -1 ? siblings.length : at;
      const order = orderBetween(siblings[place - 1]?.order ?? null, siblings[place]?.order ?? null);
      if (item!.parent !== parent) {
        const type = work.inheritedType(path);
        work.set(item!.id, 'parent', parent);
        const now = work.own.get(item!.id) as TokenItem;
        work.set(item!.id, 'redirects', [...new Set([...now.redirects, path])]);
        work.keepType(item!.id, type);
      }
      work.moveTo(item!.id, order);
    }
    for (const { path } of moving) clearEmpty(work, parentPath(path));
    return undefined;
  });
}

/** What finding and replacing in paths would change. */
export function replacedPaths(
  library: OpenLibrary,
  { find, replace, within }: { find: string; replace: string; within?: string },
): PathChange[] {
  if (find === '') return [];
  const changes: PathChange[] = [];
  for (const { path, item } of library.tree.nodes) {
    if (within && path !== within && !path.startsWith(`${within}.`)) continue;
    if (!library.own.items.has(item.id)) continue;
    // What stands in a group that is itself renamed goes with it.
    if (changes.some(({ from }) => path.startsWith(`${from}.`))) continue;
    const spansNames = find.includes('.') || replace.includes('.');
    if (spansNames) {
      if (item.kind === 'token' && path.includes(find))
        changes.push({ from: path, to: path.replaceAll(find, replace) });
    } else if (item.name.includes(find))
      changes.push({ from: path, to: joinPath(parentPath(path), item.name.replaceAll(find, replace)) });
  }
  return changes;
}

export function replaceInPaths(
  library: OpenLibrary,
  input: { find: string; replace: string; within?: string; keepOld?: boolean },
  newId: NewId,
): Command {
  const changes = replacedPaths(library, input);
  if (changes.length === 0) return refuse(`No path holds “${input.find}”`, 'Search for something else');
  const command = renamePaths(library, { changes, keepOld: input.keepOld }, newId);
  return 'problem' in command
    ? command
    : { ...command, label: `Replace “${input.find}” by “${input.replace}” in paths` };
}

/** Copies a group with all it holds to another path; references within it lead to the copies. */
export function duplicate(
  library: OpenLibrary,
  { path: asked, to }: { path: string; to: string },
  newId: NewId,
): Command {
  const path = presentPath(library, asked);
  return runCommand(library, newId, `Duplicate ${path} as ${to}`, (work) => {
    const id = library.tree.ids.get(path);
    const item = id === undefined ? undefined : library.items.get(id);
    if (item?.kind !== 'group' && item?.kind !== 'token')
      return refuse(`There is nothing at ${path}`, 'It may have been renamed or removed');
    const wrong = to.split('.').map(nameProblem).find(Boolean);
    if (wrong) return refuse(wrong, 'Write the path as group.name');
    if (library.tree.ids.has(to))
      return refuse(`There is already a token or group at ${to}`, 'Choose another path');
    const own = itemsOf(work.own, 'layer').map((layer) => layer.id);
    const nodes = library.tree.nodes.filter((node) => node.path === path || node.path.startsWith(`${path}.`));
    const copies = new Map(nodes.map((node) => [node.path, below(node.path, path, to)]));
    const made = new Map<string, string>();
    for (const node of nodes) {
      const target = copies.get(node.path)!;
      const parent = work.group(parentPath(target));
      const copy = newId(node.item.kind);
      made.set(node.path, copy);
      work.add({
        ...node.item,
        id: copy,
        name: lastName(target),
        parent,
        order: node.path === path ? work.orderBehind(parent) : node.item.order,
        declarations: {},
        redirects: [],
      });
    }
    const base = work.layer({});
    for (const node of nodes) {
      const copy = made.get(node.path)!;
      for (const [layer, declaration] of Object.entries(node.item.declarations)) {
        const object = withReferences(
          printedObject(declaration, library.tree),
          (target) => copies.get(target) ?? target,
        ) as JsonObject;
        const there = own.includes(layer) ? layer : base;
        work.set(copy, `declarations/${there}`, { ...declaration, ...declare(object, work.tree.ids) });
      }
      if (Object.keys(node.item.declarations).length === 0)
        work.set(copy, `declarations/${base}`, { text: '{}', refs: [] });
    }
    work.keepType(made.get(path)!, work.inheritedType(path));
    return undefined;
  });
}

/** A value with every alias leading elsewhere. */
function withReferences(json: Json, to: (path: string) => string): Json {
  if (typeof json === 'string') {
    const path = aliasPath(json);
    return path === undefined ? json : `{${to(path)}}`;
  }
  if (Array.isArray(json)) return json.map((member) => withReferences(member, to));
  if (!(json instanceof Map)) return json;
  return new Map([...json].map(([name, member]) => [name, withReferences(member, to)]));
}

/** Takes tokens and groups away; with a replacement, everything in this library that used them uses that. */
export function removePaths(
  library: OpenLibrary,
  { paths, replacement }: { paths: string[]; replacement?: string },
  newId: NewId,
): Command {
  const label = `Remove ${paths.length === 1 ? paths[0] : `${paths.length} items`}${replacement ? `, ${replacement} in ${paths.length === 1 ? 'its' : 'their'} place` : ''}`;
  return runCommand(library, newId, label, (work) => {
    const gone = new Set<string>();
    for (const path of paths) {
      const item = work.ownAt(path);
      if (!item) return atSource(path);
      for (const node of work.tree.nodes)
        if (node.path === path || node.path.startsWith(`${path}.`)) gone.add(node.item.id);
    }
    if (replacement !== undefined) {
      const target = work.tree.ids.get(replacement);
      const item = target === undefined ? undefined : work.items.get(target);
      if (item?.kind !== 'token')
        return refuse(`There is no token ${replacement}`, 'Choose one from the list');
      if (gone.has(item.id)) return refuse(`${replacement} would be removed too`, 'Pick another');
      replaceUses(work, gone, { id: item.id, path: replacement });
    }
    // Pairings speak of two tokens and mean nothing without one of them.
    for (const pairing of itemsOf(work.own, 'pairing'))
      if (gone.has(pairing.text.id ?? '') || gone.has(pairing.surface.id ?? '')) work.remove(pairing.id);
    for (const id of [...gone].reverse()) if (work.own.has(id)) work.remove(id);
    for (const path of paths) clearEmpty(work, parentPath(path));
    return undefined;
  });
}

/** Everything in this library that refers to some tokens refers to another instead. */
function replaceUses(work: DraftTransaction, from: ReadonlySet<string>, to: Reference): void {
  const names = new Set([...from].flatMap((id) => work.tree.paths.get(id) ?? []));
  const lead = (path: string) => (names.has(path) ? to.path : path);
  const isOne = (reference: Reference) =>
    reference.id !== undefined ? from.has(reference.id) : names.has(reference.path);
  const bound = (value: StyleValue): StyleValue =>
    'token' in value && isOne(value.token) ? { token: to } : value;
  for (const item of [...work.own.values()]) {
    if (from.has(item.id)) continue;
    if (item.kind === 'token' || item.kind === 'group') {
      for (const [layer, declaration] of Object.entries(item.declarations)) {
        if (!declaration.refs.some(([, id]) => from.has(id))) continue;
        const object = withReferences(printedObject(declaration, work.tree), lead) as JsonObject;
        work.set(item.id, `declarations/${layer}`, { ...declaration, ...declare(object, work.tree.ids) });
      }
    } else if (item.kind === 'component' || item.kind === 'ruleSet') {
      for (const [id, entry] of Object.entries(item.entries)) {
        if (entry.kind !== 'rule') continue;
        const declarations = entry.declarations.map(([property, value]): [string, StyleValue] => [
          property,
          bound(value),
        ]);
        work.set(item.id, `entries/${id}`, { ...entry, declarations });
      }
    } else if (item.kind === 'pairing') {
      for (const side of ['text', 'surface'] as const) if (isOne(item[side])) work.set(item.id, side, to);
    }
  }
}

/**
 * Gives a raw value a token of its own, and refers to it from where it stood: a primitive below a purpose, or a purpose
 * above a primitive.
 */
export function promote(
  library: OpenLibrary,
  { path, layer, to }: { path: string; layer: string; to: string },
  newId: NewId,
): Command {
  return runCommand(library, newId, `Create token ${to} from the value of ${path}`, (work) => {
    const item = work.ownAt(path);
    if (item?.kind !== 'token' || !item.declarations[layer]) return atSource(path);
    const wrong = to.split('.').map(nameProblem).find(Boolean);
    if (wrong) return refuse(wrong, 'Write the path as group.name');
    if (work.tree.ids.has(to))
      return refuse(`There is already a token or group at ${to}`, 'Choose another path, or refer to it');
    const object = printedObject(item.declarations[layer]!, work.tree);
    const value = object.get('$value');
    if (value === undefined || (typeof value === 'string' && aliasPath(value) !== undefined))
      return refuse(`${path} refers to a token already`, 'There is no raw value here');
    const type = typeOf(library.resolution, path);
    work.declare(
      to,
      {},
      jsonObject([...(type ? ([['$type', type]] as [string, Json][]) : []), ['$value', value]]) as JsonObject,
    );
    work.redeclare(work.own.get(item.id) as TokenItem, layer, `{${to}}`);
    return undefined;
  });
}

/** Sets a value under contexts for which this library may have no layer yet. */
export function setUnder(
  library: OpenLibrary,
  { path, when, text }: { path: string; when: Record<string, string>; text: string },
  newId: NewId,
): Command {
  const under = Object.values(when).join(' and ') || 'every context';
  return runCommand(library, newId, `Set ${path} under ${under}`, (work) => {
    const id = library.tree.ids.get(path);
    const item = id === undefined ? undefined : library.items.get(id);
    if (item?.kind !== 'token')
      return refuse(`There is no token ${path}`, 'It may have been renamed or removed');
    const typed = readTyped(text, typeOf(library.resolution, path));
    if ('problem' in typed) return refuse(typed.problem, typed.fix);
    const target = typeof typed.value === 'string' ? aliasPath(typed.value) : undefined;
    if (target !== undefined && !library.tree.ids.has(target))
      return refuse(`There is no token ${target}`, 'Choose one from the list, or type a value');
    const layer = work.layer(when, item);
    const old = item.declarations[layer];
    const object = old ? new Map(printedObject(old, library.tree)) : (readJson('{}') as JsonObject);
    object.delete('$ref');
    object.set('$value', typed.value);
    if (!old && target === undefined && typeof typed.value !== 'string') {
      const type = typeOf(library.resolution, path);
      if (type) object.set('$type', type);
    }
    work.declare(path, when, readJson(writeJson(object)) as JsonObject);
    return undefined;
  });
}

/** What a token is beside its value: tier, visibility, deprecation with replacement and date. */
interface Standing {
  tier?: 'primitive' | 'semantic' | 'component' | '';
  visibility?: 'released' | 'internal';
  deprecated?: { reason: string; replacement: string; date: string } | null;
}

export function setLifecycle(
  library: OpenLibrary,
  { paths, ...standing }: { paths: string[] } & Standing,
  newId: NewId,
): Command {
  const what =
    standing.deprecated !== undefined
      ? standing.deprecated
        ? 'Deprecate'
        : 'Undeprecate'
      : standing.visibility === 'internal'
        ? 'Make internal:'
        : standing.visibility === 'released'
          ? 'Include in releases:'
          : 'Set the tier of';
  const label = `${what} ${paths.length === 1 ? paths[0] : `${paths.length} tokens`}`;
  return runCommand(library, newId, label, (work) => {
    for (const path of paths) {
      const item = work.ownAt(path);
      const layer = Object.keys(item?.declarations ?? {})[0];
      if (!item || layer === undefined) return atSource(path);
      const members: Record<string, Json | undefined> = {};
      if (standing.tier !== undefined) members['tier'] = standing.tier === '' ? undefined : standing.tier;
      if (standing.visibility !== undefined)
        members['visibility'] = standing.visibility === 'internal' ? 'internal' : undefined;
      if (standing.deprecated !== undefined) {
        const { reason = '', replacement = '', date = '' } = standing.deprecated ?? {};
        if (replacement !== '' && !work.tree.ids.has(replacement))
          return refuse(`There is no token ${replacement}`, 'Choose one from the list');
        if (replacement === path) return refuse('A token cannot replace itself', 'Pick another');
        if (date !== '' && !/^\d{4}-\d{2}-\d{2}$/.test(date))
          return refuse(`“${date}” is no date`, 'Write it as 2027-03-31');
        members['replacement'] = replacement || undefined;
        members['retires'] = date || undefined;
        const object = new Map(printedObject(item.declarations[layer]!, work.tree));
        if (standing.deprecated)
          object.set('$deprecated', reason || (replacement ? `Use ${replacement}` : true));
        else object.delete('$deprecated');
        work.set(item.id, `declarations/${layer}`, {
          ...item.declarations[layer]!,
          ...declare(object, work.tree.ids),
        });
      }
      work.extend(work.own.get(item.id) as TokenItem, layer, members);
    }
    return undefined;
  });
}
