import { byOrder, type Item, type Items } from '../document/item';
import type { GroupItem, TokenItem } from './items';
import { joinPath } from './system';
import { childrenSaying, libraryTree, standsAlike, treeSaying, type LibraryTree } from './token-tree';

type Node = TokenItem | GroupItem;
const isNode = (item: Item | undefined): item is Node => item?.kind === 'token' || item?.kind === 'group';

/**
 * The tree of items while they are being changed one after the other. A change of what stands below no other is followed at
 * once; after any other the tree is read anew when it is asked for.
 */
export class TreeInWork {
  private tree: LibraryTree | undefined;
  /** Who is called by a path, and who was: the first of those that are wins. Known once something has been moved. */
  private claims: { present: Claims; former: Claims } | undefined;
  private said = new Map<string, Node>();

  constructor(
    private readonly items: Items,
    tree: LibraryTree,
  ) {
    this.tree = tree;
  }

  /** The tree as it stands. What it is made of changes with the next item. */
  current(): LibraryTree {
    if (!this.tree) {
      this.tree = libraryTree(new Map(this.items));
      this.claims = undefined;
    }
    if (this.said.size > 0) {
      const said = this.said;
      this.said = new Map();
      // Where something has been moved before, the tree is one's own and its list of nodes may not be known.
      if (this.claims) childrenSaying(this.owned().children, said.values());
      else this.tree = treeSaying(this.tree, said);
    }
    return this.tree;
  }

  /** To be told of every item that is put in place of another, added or removed. */
  follow(before: Item | undefined, after: Item | undefined): void {
    const item = after ?? before;
    if (!isNode(item) || !this.tree) return;
    if (isNode(before) && isNode(after) && standsAlike(before, after)) this.said.set(after.id, after);
    else if (this.isLeaf(item) && !(item.name === '' && item.parent === null))
      this.place(before as Node, after as Node);
    else {
      this.tree = undefined;
      this.said.clear();
    }
  }

  /** Whether nothing stands below an item, nor would if it were there. */
  private isLeaf({ id, parent }: Node): boolean {
    const { children } = this.tree!;
    const isBelow = (other: Node) => other.parent === id;
    return parent !== id && !children.get(id)?.length && !children.get(null)?.some(isBelow);
  }

  private place(before: Node | undefined, after: Node | undefined): void {
    const tree = this.owned();
    const { present, former } = this.claims!;
    const { id } = (after ?? before)!;
    const changed = new Set<string>();
    const where = (item: Node) => (item.parent !== null && tree.paths.has(item.parent) ? item.parent : null);
    if (before) {
      const path = tree.paths.get(id)!;
      tree.children.set(
        where(before),
        (tree.children.get(where(before)) ?? []).filter((other) => other.id !== id),
      );
      tree.paths.delete(id);
      for (const [claims, paths] of [
        [present, [path]],
        [former, before.redirects],
      ] as const)
        for (const one of paths) {
          claims.get(one)?.delete(id);
          changed.add(one);
        }
    }
    if (after) {
      const parent = where(after);
      const path = parent === null ? after.name : joinPath(tree.paths.get(parent)!, after.name);
      const list = tree.children.get(parent) ?? [];
      const at = list.findIndex((other) => byOrder(other, after) > 0);
      tree.children.set(
        parent,
        at === -1 ? [...list, after] : [...list.slice(0, at), after, ...list.slice(at)],
      );
      tree.paths.set(id, path);
      for (const [claims, paths] of [
        [present, [path]],
        [former, after.redirects],
      ] as const)
        for (const one of paths) {
          claim(claims, one, id);
          changed.add(one);
        }
    }
    for (const path of changed) {
      const [winner] = [...(present.get(path) ?? []), ...(former.get(path) ?? [])];
      if (winner === undefined) tree.ids.delete(path);
      else tree.ids.set(path, winner);
    }
  }

  /** The tree as one's own, to be changed; its list of nodes is made when it is asked for. */
  private owned(): LibraryTree {
    let { paths, ids, children } = this.current();
    const { root } = this.tree!;
    if (!this.claims) {
      const [present, former] = [new Map() as Claims, new Map() as Claims];
      for (const { item, path } of this.tree!.nodes) {
        claim(present, path, item.id);
        for (const old of item.redirects) claim(former, old, item.id);
      }
      this.claims = { present, former };
      [paths, ids, children] = [new Map(paths), new Map(ids), new Map(children)];
    }
    let nodes: LibraryTree['nodes'] | undefined;
    return (this.tree = {
      paths,
      ids,
      children,
      root,
      get nodes() {
        return (nodes ??= nodesOf(children, paths));
      },
    });
  }
}

type Claims = Map<string, Set<string>>;

function claim(claims: Claims, path: string, id: string): void {
  const known = claims.get(path);
  if (known) known.add(id);
  else claims.set(path, new Set([id]));
}

/** Parents before children, siblings in order. */
function nodesOf(
  children: LibraryTree['children'],
  paths: ReadonlyMap<string, string>,
): LibraryTree['nodes'] {
  const nodes: LibraryTree['nodes'] = [];
  const stack = [...(children.get(null) ?? [])].reverse().map((item) => ({ item, depth: 0 }));
  for (let node = stack.pop(); node; node = stack.pop()) {
    nodes.push({ ...node, path: paths.get(node.item.id)! });
    const below = children.get(node.item.id) ?? [];
    for (let i = below.length - 1; i >= 0; i--) stack.push({ item: below[i]!, depth: node.depth + 1 });
  }
  return nodes;
}
