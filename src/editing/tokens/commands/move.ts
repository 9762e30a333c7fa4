import type { TokenItem } from '@/core/tokens/items';
import { placeAmong } from '@/core/document/order';
import { joinPath, lastName, parentPath } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { below, runCommand } from '@/editing/session/draft-transaction';
import { presentPath, atSource, clearEmpty, keepOldPaths, tokensIn } from '@/editing/tokens/paths';

/** Puts tokens and groups into a group (empty: to the top), before one of its members or behind the last. */
export function move(
  library: OpenLibrary,
  {
    paths,
    into: target,
    before,
    keepOld = false,
  }: { paths: string[]; into: string; before?: string; keepOld?: boolean },
  newId: NewId,
): Command {
  const into = presentPath(library, target);
  const renamed = paths.filter((path) => parentPath(presentPath(library, path)) !== into);
  // In another group a token has another path: that is a rename, and called one.
  const label =
    renamed.length === 1
      ? `Rename ${renamed[0]} to ${joinPath(into, lastName(renamed[0]!))}`
      : renamed.length > 1
        ? `Rename ${renamed.length} paths into ${into || 'the top'}`
        : `Move ${paths.length === 1 ? paths[0] : paths.length}`;
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
    const old = moving.flatMap(({ path, item }) =>
      parentPath(path) === into
        ? []
        : tokensIn(work, item!, path).map((one) => ({
            path: one,
            now: below(one, path, joinPath(into, lastName(path))),
          })),
    );
    const parent = work.group(into);
    for (const { path, item } of moving) {
      const siblings = (work.tree.children.get(parent) ?? []).filter((other) => other.id !== item!.id);
      const at =
        before === undefined
          ? siblings.length
          : siblings.findIndex((other) => work.tree.paths.get(other.id) === before);
      const place = at === -1 ? siblings.length : at;
      const { order, moved } = placeAmong(
        siblings.map((other) => other.order),
        place,
      );
      // What is inherited stays where its library has it.
      for (const [n, key] of moved) if (work.own.has(siblings[n]!.id)) work.moveTo(siblings[n]!.id, key);
      if (item!.parent !== parent) {
        const type = work.inheritedType(path);
        work.set(item!.id, 'parent', parent);
        const now = work.own.get(item!.id) as TokenItem;
        work.set(item!.id, 'redirects', [...new Set([...now.redirects, path])]);
        work.keepType(item!.id, type);
      }
      work.moveTo(item!.id, order);
    }
    if (keepOld) keepOldPaths(work, old);
    for (const { path } of moving) clearEmpty(work, parentPath(path));
    return undefined;
  });
}
