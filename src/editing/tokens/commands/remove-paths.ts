import { declare } from '@/core/intake/import';
import { itemsOf, type Reference } from '@/core/document/item';
import { nameChange } from '@/core/tokens/named-tokens';
import { printedObject } from '@/core/tokens/token-tree';
import { type JsonObject } from '@/core/base/json/json';
import { parentPath } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';
import { atSource, clearEmpty, withReferences } from '@/editing/tokens/paths';

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
  const tokens = [...names].filter((path) => work.ownAt(path)?.kind === 'token');
  work.renameInTexts(nameChange(new Map(tokens.map((path) => [path, to.path]))));
  const lead = (path: string) => (names.has(path) ? to.path : path);
  work.replaceReferences(from, to);
  for (const item of [...work.own.values()]) {
    if (from.has(item.id) || (item.kind !== 'token' && item.kind !== 'group')) continue;
    for (const [layer, declaration] of Object.entries(item.declarations)) {
      if (!declaration.refs.some(([, id]) => from.has(id))) continue;
      const object = withReferences(printedObject(declaration, work.tree), lead) as JsonObject;
      work.set(item.id, `declarations/${layer}`, { ...declaration, ...declare(object, work.tree.ids) });
    }
  }
}
