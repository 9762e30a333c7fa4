import { declare } from '@/core/intake/import';
import { itemsOf } from '@/core/document/item';
import { printedObject } from '@/core/tokens/token-tree';
import { type JsonObject } from '@/core/base/json/json';
import { nameProblem } from '@/core/tokens/read';
import { lastName, parentPath } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { below, runCommand } from '@/editing/session/draft-transaction';
import { presentPath, withReferences } from '@/editing/tokens/paths';

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
