import type { TokenItem } from '@/core/tokens/items';
import { nameProblem } from '@/core/tokens/read';
import { lastName, parentPath } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { below, runCommand } from '@/editing/session/draft-transaction';
import {
  presentPath,
  atSource,
  PathChange,
  clearEmpty,
  keepOldPaths,
  tokensIn,
} from '@/editing/tokens/paths';

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
    const allStay = items.every(
      ({ from, to, item }) => item!.kind === 'token' && parentPath(from) === parentPath(to),
    );
    for (const { from, to, item } of items) {
      const type = allStay ? undefined : work.inheritedType(from);
      const parent = allStay ? item!.parent : work.group(parentPath(to));
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
    if (keepOld) keepOldPaths(work, old);
    if (!allStay) for (const { from } of items) clearEmpty(work, parentPath(from));
    return undefined;
  });
}
