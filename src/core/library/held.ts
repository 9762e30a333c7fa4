import { OverlayMap } from '../base/overlay-map';
import { componentClass } from '../components/compile';
import { named } from '../components/compose';
import type { ComponentDefinition, Prop } from '../components/definition';
import { withNested } from '../components/nested';
import type { Items } from '../document/item';
import { tokenNamed } from '../tokens/named-tokens';
import { libraryTree } from '../tokens/token-tree';
import { namesOf, referencesOf, targetsIn } from './reach';

/** A component that is drawn as another release has it (MODEL, Products). */
export interface HeldComponent {
  /** Of the component. */
  id: string;
  version: string;
  /** What that release has, each component as it is used. */
  items: Items;
}

/**
 * The items of a release in which components are as other releases have them, and what is nested in them too; tokens are those of
 * this release. What a component is not held for uses, it uses as this release has it.
 */
export function withHeld(items: Items, held: readonly HeldComponent[]): Items {
  if (held.length === 0) return items;
  const result = new OverlayMap(items);
  for (const { id, version, items: from } of held) {
    const own = from.get(id);
    if (own?.kind !== 'component') continue;
    const nestedId = (inner: string) => `${inner} of ${version}`;
    const asHeld = (component: ComponentDefinition): ComponentDefinition => ({
      ...component,
      props: Object.fromEntries(Object.entries(component.props).map(([key, prop]) => [key, withPieces(prop, from, nestedId)])), // prettier-ignore
    });
    result.set(id, asHeld(own));
    for (const inner of withNested([own], from))
      if (inner.id !== id)
        result.set(nestedId(inner.id), { ...asHeld(inner), id: nestedId(inner.id), visibility: 'internal' });
  }
  return result;
}

/** A slot whose pieces are those of another release. */
function withPieces(prop: Prop, from: Items, nestedId: (id: string) => string): Prop {
  if (!prop.holds) return prop;
  return {
    ...prop,
    holds: prop.holds.map((piece) => {
      const inner = named(from, 'component', piece.component);
      return inner ? { ...piece, component: { id: nestedId(inner.id), path: inner.name } } : piece;
    }),
  };
}

/** Whether a component, or what is nested in it, is drawn otherwise in another release, tokens aside. */
export function isDrawnOtherwise(items: Items, { id, items: from }: HeldComponent): boolean {
  const own = from.get(id);
  if (own?.kind !== 'component') return false;
  return withNested([own], from).some((component) => {
    const now = items.get(component.id);
    return now?.kind !== 'component' || componentClass(now) !== componentClass(component);
  });
}

/** What a held component, and what is nested in it, names of its release that the one it would be drawn under does not have. */
export function missingForHeld(items: Items, { id, items: from }: HeldComponent): string[] {
  const own = from.get(id);
  if (own?.kind !== 'component') return [];
  const [before, then, now] = [targetsIn(from), libraryTree(from), libraryTree(items)];
  const missing = new Set<string>();
  for (const component of withNested([own], from)) {
    // Texts say names, and go on saying them when a token is called otherwise.
    for (const { name, fallback } of namesOf(component)) {
      const path = fallback ? undefined : then.paths.get(tokenNamed(name, from) ?? '');
      if (path !== undefined && !now.ids.has(path)) missing.add(path);
    }
    for (const { to } of referencesOf(component)) {
      const target = from.get(before(to) ?? '');
      if (target?.kind === 'token' && !items.has(target.id) && !now.ids.has(to.path)) missing.add(to.path);
      if (target?.kind === 'asset' && !named(items, 'asset', to)) missing.add(target.name);
    }
  }
  return [...missing];
}
