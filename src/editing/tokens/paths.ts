import { jsonObject, type Json, type JsonObject } from '@/core/base/json/json';
import type { GroupItem, TokenItem } from '@/core/tokens/items';
import { aliasPath } from '@/core/tokens/references';
import { joinPath, parentPath } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type Refused } from '@/editing/session/command';
import { nameProblem } from '@/core/tokens/read';
import { type DraftTransaction } from '@/editing/session/draft-transaction';

/** Where what a path names stands now: a former path leads to the present one. */
export const presentPath = ({ tree }: OpenLibrary, path: string): string =>
  tree.paths.get(tree.ids.get(path) ?? '') ?? path;

export const atSource = (path: string) =>
  refuse(`${path} is inherited`, 'Change it in the library it comes from');

export interface PathChange {
  from: string;
  to: string;
}

/** Why nothing new can stand at a path; undefined where it can. */
export function pathProblem({ tree }: OpenLibrary, path: string): Refused | undefined {
  const wrong = path.split('.').map(nameProblem).find(Boolean);
  if (wrong) return refuse(wrong, 'Write the path as group.name');
  if (tree.ids.has(path))
    return refuse(`There is already a token or group at ${path}`, 'Choose another path, or refer to it');
  return undefined;
}

/** Takes away groups that hold nothing and say nothing any more. */
export function clearEmpty(work: DraftTransaction, path: string): void {
  for (let at = path; at !== ''; at = parentPath(at)) {
    const group = work.ownAt(at);
    if (group?.kind !== 'group' || (work.tree.children.get(group.id) ?? []).length > 0) return;
    if (Object.values(group.declarations).some(({ text }) => text !== '{}')) return;
    work.remove(group.id);
  }
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

/** A value with every alias leading elsewhere. */
export function withReferences(json: Json, to: (path: string) => string): Json {
  if (typeof json === 'string') {
    const path = aliasPath(json);
    return path === undefined ? json : `{${to(path)}}`;
  }
  if (Array.isArray(json)) return json.map((member) => withReferences(member, to));
  if (!(json instanceof Map)) return json;
  return new Map([...json].map(([name, member]) => [name, withReferences(member, to)]));
}

/** Leaves at each former path a deprecated alias of what stands at the present one. */
export function keepOldPaths(work: DraftTransaction, old: readonly { path: string; now: string }[]): void {
  for (const { path, now } of old) {
    const there = work.tree.ids.get(path);
    if (there !== undefined && work.tree.paths.get(there) === path) continue;
    work.declare(path, {}, retired(now));
  }
}

const retired = (now: string): JsonObject =>
  jsonObject([
    ['$value', `{${now}}`],
    ['$deprecated', `Use ${now}`],
    ['$extensions', jsonObject([['app.seedplan', jsonObject([['replacement', now]])]])],
  ]) as JsonObject;

/** Paths of an item and all tokens below it. */
export function tokensIn(work: DraftTransaction, item: TokenItem | GroupItem, path: string): string[] {
  if (item.kind === 'token') return [path];
  return work.tree.nodes
    .filter((node) => node.item.kind === 'token' && node.path.startsWith(`${path}.`))
    .map((node) => node.path);
}
