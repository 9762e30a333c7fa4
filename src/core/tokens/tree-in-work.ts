import { byOrder, type Item, type Items } from '../document/item';
import type { GroupItem, TokenItem } from './items';
import { joinPath } from './system';
import {
  childrenSaying,
  libraryTree,
  standsAlike,
  standsThere,
  treeNaming,
  treeSaying,
  type LibraryTree,
} from './token-tree';

/** As often as names may be worked into a whole tree. */
const FEW = 4;

type Node = TokenItem | GroupItem;
const isNode = (item: Item | undefined): item is Node => item?.kind === 'token' || item?.kind === 'group';

/**
 * The tree of items while they are being changed one after the other. A change of what stands below no other is followed at
 * once; after any other the tree is read anew when it is asked for.
 */
export class TreeInWork {
  private tree: LibraryTree | undefined;
  /** What says other things, or has another name where it stands, since the tree was asked for. */
  private said = new Map<string, Node>();
  private isNamed = false;
  private named = 0;

  constructor(
    private readonly items: Items,
    tree: LibraryTree,
  ) {
    this.tree = tree;
  }

  /** The tree as it stands. What it is made of changes with the next item. */
  current(): LibraryTree {
    this.settle();
    return (this.tree ??= libraryTree(new Map(this.items)));
  }

  /** Works what has been said into the tree; of names in dispute the tree is forgotten. */
  private settle(): void {
    if (this.said.size === 0 || !this.tree) return;
    const { said, isNamed } = this;
    this.said = new Map();
    this.isNamed = false;
    if (this.tree instanceof OwnTree) this.tree.say(said);
    else if (isNamed) this.tree = treeNaming(this.tree, said)?.tree;
    else this.tree = treeSaying(this.tree, said);
    if (isNamed) this.named++;
  }

  /** To be told of every item that is put in place of another, added or removed. */
  follow(before: Item | undefined, after: Item | undefined): void {
    const item = after ?? before;
    if (!isNode(item) || !this.tree) return;
    if (isNode(before) && isNode(after)) {
      const isAlike = standsAlike(before, after);
      if (isAlike || (this.namesTogether() && standsThere(before, after))) {
        this.said.set(after.id, after);
        this.isNamed ||= !isAlike;
        return;
      }
    }
    const isLeaf = this.isLeaf(item) && !(item.name === '' && item.parent === null);
    if (isLeaf) this.settle();
    else this.tree = undefined;
    if (this.tree) this.owned(this.tree).place(before as Node | undefined, after as Node | undefined);
    else {
      this.said.clear();
      this.isNamed = false;
    }
  }

  /** Whether names are worked into the tree together: as long as it is seldom asked for between them. */
  private namesTogether(): boolean {
    return !(this.tree instanceof OwnTree) && this.named < FEW;
  }

  /** Whether nothing stands below an item, nor would if it were there. */
  private isLeaf({ id, parent }: Node): boolean {
    const { children } = this.tree!;
    const isBelow = (other: Node) => other.parent === id;
    return parent !== id && !children.get(id)?.length && !children.get(null)?.some(isBelow);
  }

  private owned(tree: LibraryTree): OwnTree {
    if (tree instanceof OwnTree) return tree;
    const own = new OwnTree(tree);
    this.tree = own;
    return own;
  }
}

/** A tree that is one's own, to be changed; its list of nodes is made when it is asked for. */
class OwnTree implements LibraryTree {
  readonly paths: LibraryTree['paths'];
  readonly ids: LibraryTree['ids'];
  readonly children: LibraryTree['children'];
  readonly root: LibraryTree['root'];
  /** Who is called by a path, and who was: the first of those that are wins. */
  private readonly present: Claims = new Map();
  private readonly former: Claims = new Map();
  private list: LibraryTree['nodes'] | undefined;

  constructor({ paths, ids, children, root, nodes }: LibraryTree) {
    [this.paths, this.ids, this.children] = [new Map(paths), new Map(ids), new Map(children)];
    this.root = root;
    for (const { item, path } of nodes) {
      claim(this.present, path, item.id);
      for (const old of item.redirects) claim(this.former, old, item.id);
    }
  }

  get nodes(): LibraryTree['nodes'] {
    return (this.list ??= nodesOf(this.children, this.paths));
  }

  /** Puts items in place of those they stand alike with. */
  say(said: ReadonlyMap<string, Node>): void {
    childrenSaying(this.children, said);
    this.list = undefined;
  }

  /** Puts an item below which nothing stands in place of another, adds or removes it. */
  place(before: Node | undefined, after: Node | undefined): void {
    const { id } = (after ?? before)!;
    const changed = new Set<string>();
    this.list = undefined;
    if (before) {
      this.yield(this.present, this.paths.get(id)!, id, changed);
      for (const old of before.redirects) this.yield(this.former, old, id, changed);
    }
    const parent = after && this.groupOf(after);
    if (before && after && standsThere(before, after)) {
      const list = this.children.get(parent!) ?? [];
      this.children.set(parent!, list.with(list.findIndex((other) => other.id === id), after)); // prettier-ignore
    } else {
      if (before) {
        const list = this.children.get(this.groupOf(before)) ?? [];
        this.children.set(this.groupOf(before), list.filter((other) => other.id !== id)); // prettier-ignore
      }
      if (after) {
        const list = this.children.get(parent!) ?? [];
        const at = list.findIndex((other) => byOrder(other, after) > 0);
        this.children.set(parent!, at === -1 ? [...list, after] : list.toSpliced(at, 0, after));
      }
    }
    if (after) {
      const path = parent === null ? after.name : joinPath(this.paths.get(parent!)!, after.name);
      this.paths.set(id, path);
      for (const [claims, paths] of [[this.present, [path]], [this.former, after.redirects]] as const)
        for (const one of paths) {
          claim(claims, one, id);
          changed.add(one);
        } // prettier-ignore
    } else this.paths.delete(id);
    for (const path of changed) {
      const winner = firstOf(this.present, path) ?? firstOf(this.former, path);
      if (winner === undefined) this.ids.delete(path);
      else this.ids.set(path, winner);
    }
  }

  /** The group an item stands in; null: at the top, as what stands in a group that is gone does. */
  private groupOf({ parent }: Node): string | null {
    return parent !== null && this.paths.has(parent) ? parent : null;
  }

  private yield(claims: Claims, path: string, id: string, changed: Set<string>): void {
    const known = claims.get(path);
    if (known === id) claims.delete(path);
    else if (known instanceof Set) known.delete(id);
    changed.add(path);
  }
}

/** Nearly every path has one claimant. */
type Claims = Map<string, string | Set<string>>;

function claim(claims: Claims, path: string, id: string): void {
  const known = claims.get(path);
  if (known === undefined) claims.set(path, id);
  else if (known instanceof Set) known.add(id);
  else claims.set(path, new Set([known, id]));
}

function firstOf(claims: Claims, path: string): string | undefined {
  const known = claims.get(path);
  return known instanceof Set ? [...known][0] : known;
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
