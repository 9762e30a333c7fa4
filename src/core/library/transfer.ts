import { Refusal } from '../base/errors';
import { kindOf } from '../kinds/registry';
import { named } from '../components/compose';
import { addItem, removeItem, type Edit } from '../document/edits';
import type { ComponentDefinition } from '../components/definition';
import { itemsOf, type Item, type Items, type Reference } from '../document/item';
import type { TokenItem } from '../tokens/items';
import { layersOf, libraryTree, type LibraryTree } from '../tokens/token-tree';
import { ordersAfter } from '../document/order';
import { namesOf, referencesOf, withReferencesTo } from './reach';
import { tokenNamed } from '../tokens/named-tokens';
import { parentPath } from '../tokens/system';

export interface Transfer {
  /** Edits of the library that receives, and of the one that gives. */
  there: Edit[];
  here: Edit[];
  /** What comes along, and what is taken for something of the same name there; as `token color.text`. */
  brought: string[];
  mapped: string[];
}

export interface TransferRequest {
  names: readonly string[];
  mode: 'copy' | 'move';
  /** Whether what is called the same there stands in for what is needed. */
  needs: 'map' | 'bring';
}

/**
 * Moves or copies components to another library: with the components in their slots, rule sets, assets and tokens that
 * they need, through any number of steps, each once. Of tokens the base value and, where a layer of the same contexts is
 * there, its values too come along.
 * @throws Refusal
 */
export function transferOf(
  from: { own: Items; items: Items },
  to: Items,
  { names, mode, needs }: TransferRequest,
  newId: (prefix: string) => string,
): Transfer {
  const components = names.map((name) => {
    const found = itemsOf(from.own, 'component').find((component) => component.name === name);
    if (!found)
      throw new Refusal(`${name} is not in this library`, 'Transfer it from the library it comes from');
    return found;
  });
  const taken = components.find(({ name }) => named(to, 'component', { path: name }));
  if (taken)
    throw new Refusal(
      `The other library has a component ${taken.name} already`,
      'Rename one of the two first',
    );
  if (mode === 'move') {
    const going = new Map(components.map(({ id, name }) => [id, name]));
    for (const item of from.own.values())
      for (const { to: used } of going.has(item.id) ? [] : referencesOf(item))
        if (used.id !== undefined && going.has(used.id))
          throw new Refusal(
            `${going.get(used.id)} is used by ${kindOf(item).title(item)} in this library, and cannot be moved`,
            'Copy it, or move what uses it too',
          );
  }
  return new TransferRun(from, to, needs, newId).run(components, mode);
}

class TransferRun {
  private readonly there: Edit[] = [];
  private readonly brought: string[] = [];
  private readonly mapped: string[] = [];
  /** Ids here → what stands for them there. */
  private readonly known = new Map<string, Reference>();
  private readonly target: Map<string, Item>;
  private readonly source;
  private grown: LibraryTree | undefined;

  constructor(
    private readonly from: { own: Items; items: Items },
    to: Items,
    private readonly needs: TransferRequest['needs'],
    private readonly newId: (prefix: string) => string,
  ) {
    this.target = new Map(to);
    this.source = libraryTree(from.items);
  }

  run(components: readonly ComponentDefinition[], mode: TransferRequest['mode']): Transfer {
    for (const component of components)
      this.known.set(component.id, { id: this.newId('component'), path: component.name });
    for (const component of components)
      this.put(this.componentThere(component, this.known.get(component.id)!.id!));
    const here = mode === 'copy' ? [] : components.map(removeItem);
    return { there: this.there, here, brought: this.brought, mapped: this.mapped };
  }

  private put(item: Item): void {
    this.there.push(addItem(item));
    this.target.set(item.id, item);
    if (item.kind === 'token' || item.kind === 'group') this.grown = undefined;
  }

  /** The tree there with what has been brought so far: trees are kept by the items they are of. */
  private get tree(): LibraryTree {
    return (this.grown ??= libraryTree(new Map(this.target)));
  }

  /** What stands there for an item needed here; it is brought where nothing does. */
  private refer(reference: Reference): Reference {
    const item = this.itemOf(reference);
    if (!item) return reference;
    const known = this.known.get(item.id);
    if (known) return known;
    if (item.kind === 'token') return this.token(item);
    if (
      item.kind !== 'component' &&
      item.kind !== 'ruleSet' &&
      item.kind !== 'theme' &&
      item.kind !== 'asset'
    )
      return reference;
    const same = named(this.target, item.kind, { path: item.name });
    if (same && this.needs === 'map') return this.standsFor(item, same.id, same.name, item.kind);
    const name = same ? this.freeName(item.kind, item.name) : item.name;
    const made: Reference = { id: this.newId(item.kind.toLowerCase()), path: name };
    this.known.set(item.id, made);
    this.brought.push(`${item.kind === 'ruleSet' ? 'rule set' : item.kind} ${name}`);
    if (item.kind === 'component') this.put({ ...this.componentThere(item, made.id!), name });
    else this.put({ ...this.rewritten(item), id: made.id!, name, order: this.orderFor(item.kind) } as Item);
    return made;
  }

  private itemOf({ id, path }: Reference): Item | undefined {
    const byId = id === undefined ? undefined : this.from.items.get(id);
    if (byId) return byId;
    const token = this.source.ids.get(path);
    if (token) return this.from.items.get(token);
    return named(this.from.items, 'component', { path });
  }

  private standsFor(item: Item, id: string, path: string, kind: string): Reference {
    const reference = { id, path };
    this.known.set(item.id, reference);
    this.mapped.push(`${kind === 'ruleSet' ? 'rule set' : kind} ${path}`);
    return reference;
  }

  private freeName(kind: 'component' | 'ruleSet' | 'theme' | 'asset', name: string): string {
    for (let n = 2; ; n++) if (!named(this.target, kind, { path: `${name}-${n}` })) return `${name}-${n}`;
  }

  private orderFor(kind: Item['kind']): string {
    const last = itemsOf(this.target, kind)
      .map((item) => ('order' in item ? item.order : ''))
      .sort()
      .at(-1);
    return ordersAfter(last || null, 1)[0]!;
  }

  private componentThere(component: ComponentDefinition, id: string): ComponentDefinition {
    return {
      ...(this.rewritten(component) as ComponentDefinition),
      id,
      order: this.orderFor('component'),
      rank: this.rank(component.rank),
    };
  }

  private rank(id: string | null): string | null {
    const rank = id === null ? undefined : this.from.items.get(id);
    if (rank?.kind !== 'rank') return null;
    const there = itemsOf(this.target, 'rank').find(({ name }) => name === rank.name);
    if (there) return there.id;
    const made = { ...rank, id: this.newId('rank'), order: this.orderFor('rank') };
    this.put(made);
    return made.id;
  }

  /** An item with each of its references meaning what stands there. Contexts of files that are not there become none. */
  private rewritten(item: Item): Item {
    const made: Item = structuredClone(withReferencesTo(item, (reference) => this.refer(reference)));
    // Texts name tokens by path, and a token keeps its path where it goes.
    for (const { name } of namesOf(item)) {
      const id = tokenNamed(name, this.from.items);
      const token = id === undefined ? undefined : this.from.items.get(id);
      if (token?.kind === 'token' && !this.known.has(token.id)) this.token(token);
    }
    if (made.kind === 'asset')
      for (const file of Object.values(made.files)) file.context = this.contextThere(file.context);
    if (made.kind === 'component' && item.kind === 'component' && item.deprecation?.replacement) {
      const replacement = this.known.get(item.deprecation.replacement.id ?? '');
      made.deprecation = { ...item.deprecation, replacement: replacement ?? null };
    }
    return made;
  }

  private contextThere(id: string | null): string | null {
    const context = id === null ? undefined : this.from.items.get(id);
    if (context?.kind !== 'context') return null;
    return itemsOf(this.target, 'context').find(({ name }) => name === context.name)?.id ?? null;
  }

  private token(token: TokenItem): Reference {
    const path = this.source.paths.get(token.id)!;
    const same = this.tree.ids.get(path);
    if (same && this.target.get(same)?.kind === 'token') return this.standsFor(token, same, path, 'token');
    const made: Reference = { id: this.newId('token'), path };
    this.known.set(token.id, made);
    const parent = this.group(parentPath(path));
    const declarations = this.declarationsThere(token);
    this.brought.push(`token ${path}`);
    const siblings = this.tree.children.get(parent)?.at(-1)?.order ?? null;
    this.put({
      ...token,
      id: made.id!,
      parent,
      order: ordersAfter(siblings, 1)[0]!,
      redirects: [],
      declarations,
    });
    return made;
  }

  /** What layers say of a token or group, in the layers of the same contexts there. */
  private declarationsThere(item: TokenItem | Extract<Item, { kind: 'group' }>): TokenItem['declarations'] {
    const made: TokenItem['declarations'] = {};
    for (const [layer, declaration] of Object.entries(item.declarations)) {
      const there = this.layer(layer);
      if (there === undefined || made[there]) continue;
      made[there] = {
        ...declaration,
        refs: declaration.refs.map(([path, id]): [string, string] => [
          path,
          this.refer({ id, path }).id ?? id,
        ]),
      };
    }
    return made;
  }

  /** The layer there under contexts of the same names; the base layer is made where there is none. */
  private layer(id: string): string | undefined {
    const layer = this.from.items.get(id);
    if (layer?.kind !== 'layer') return undefined;
    const names = (when: readonly [string, string][], items: Items) =>
      JSON.stringify(
        when
          .map((pair) => pair.map((one) => (items.get(one) as { name?: string } | undefined)?.name ?? one))
          .sort(),
      );
    const wanted = names(layer.when, this.from.items);
    const there = layersOf(this.target, () => 0).find((other) => names(other.when, this.target) === wanted);
    if (there || layer.when.length > 0) return there?.id;
    const made = { ...layer, id: this.newId('layer'), order: this.orderFor('layer'), file: null };
    this.put(made);
    return made.id;
  }

  /** The group at a path, made as it is here where it is missing. */
  private group(path: string): string | null {
    if (path === '') return null;
    const id = this.source.ids.get(path);
    const own = id === undefined ? undefined : this.from.items.get(id);
    const parent = this.group(parentPath(path));
    // What its own values refer to may stand in it, and has it made.
    const declarations = own?.kind === 'group' ? this.declarationsThere(own) : {};
    const known = this.tree.ids.get(path);
    if (known && this.target.get(known)?.kind === 'group') return known;
    if (known)
      throw new Refusal(
        `${path} is a token in the other library, and a token cannot hold others`,
        'Rename one of the two first',
      );
    const made: Item = {
      id: this.newId('group'),
      kind: 'group',
      name: path.slice(path.lastIndexOf('.') + 1),
      parent,
      order: ordersAfter(this.tree.children.get(parent)?.at(-1)?.order ?? null, 1)[0]!,
      declarations,
      redirects: [],
    };
    this.put(made);
    return made.id;
  }
}
