import type { JsonText } from '../base/json/json';
import type { ItemBase, OrderedItem, Reference } from '../document/item';

declare module '../document/item' {
  interface ItemTypes {
    token: TokenItem;
    group: GroupItem;
    axis: AxisItem;
    context: ContextItem;
    layer: ContextLayer;
    resolver: ResolverItem;
    pairing: PairingItem;
    recipe: RecipeItem;
  }
}

/** Items that token values follow from, and what is declared of pairs and generated families. */

/** What one layer says of one token or group, exactly as authored. */
export interface Declaration {
  /** The token's own object, or a group's own `$` members. */
  text: JsonText;
  /** Paths referred to in `text`, with the ids they had when it was written. */
  refs: [path: string, id: string][];
  /** The place among siblings in this layer's file, where it differs from the item's. */
  at?: string;
  /** How many of a group's own members stand behind its children in this layer's file. */
  tail?: number;
}
export interface TokenItem extends OrderedItem {
  kind: 'token';
  name: string;
  parent: string | null;
  declarations: Record<string, Declaration>;
  /** Former paths that still lead here. */
  redirects: string[];
}
export interface GroupItem extends OrderedItem {
  kind: 'group';
  name: string;
  parent: string | null;
  declarations: Record<string, Declaration>;
  redirects: string[];
}
interface AxisItem extends OrderedItem {
  kind: 'axis';
  name: string;
  description: string;
  /** Id of the context that holds where none is named. */
  default: string | null;
}
interface ContextItem extends OrderedItem {
  kind: 'context';
  axis: string;
  name: string;
}
export interface ContextLayer extends OrderedItem {
  kind: 'layer';
  name: string;
  /** Pairs of axis id and context id; none: the layer always applies. */
  when: [axis: string, context: string][];
  file: string | null;
}
/** How the token files of a library stand together: what a resolver file says beside its sources. */
interface ResolverItem extends ItemBase {
  kind: 'resolver';
  file: string;
  /** The resolver document as read, and where in it each layer stands. */
  text: JsonText;
  places: [pointer: string, layer: string][];
}
export interface PairingItem extends OrderedItem {
  kind: 'pairing';
  text: Reference;
  surface: Reference;
  /** The contrast ratio needed, 1..21. */
  needs: number;
}
export interface RecipeItem extends OrderedItem {
  kind: 'recipe';
  name: string;
  family: string;
  parameters: JsonText;
}
