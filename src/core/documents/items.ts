import type { FontFacts } from '../fonts/font';
import type { JsonText } from '../json/json';

/**
 * The items of the two kinds of document, as MODEL names them. Ids are opaque and given by the caller: core has no
 * randomness. Collections inside an item are records by entry id; an entry's `order` (a fractional index, compared as
 * text) says where it stands, so that moving one entry touches nothing else.
 */
export type Item = LibraryItem | ProductItem;
export type LibraryItem =
  | TokenItem
  | GroupItem
  | AxisItem
  | ContextItem
  | LayerItem
  | ResolverItem
  | PairingItem
  | RecipeItem
  | ComponentItem
  | RuleSetItem
  | StyleSheetItem
  | AssetItem
  | GuideItem
  | RankItem
  | AcceptedFindingItem
  | ParentItem;
export type ProductItem = PinItem | ScreenItem | PlacementItem | GoalItem;
export type ItemKindName = Item['kind'];
export type ItemOf<K extends ItemKindName> = Extract<Item, { kind: K }>;

/** The id wins where it is known; the path is what is shown and written. */
export interface Reference {
  id?: string;
  path: string;
}

interface Base {
  id: string;
}
interface Ordered extends Base {
  order: string;
}

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

export interface TokenItem extends Ordered {
  kind: 'token';
  name: string;
  parent: string | null;
  declarations: Record<string, Declaration>;
  /** Former paths that still lead here. */
  redirects: string[];
}
export interface GroupItem extends Ordered {
  kind: 'group';
  name: string;
  parent: string | null;
  declarations: Record<string, Declaration>;
  redirects: string[];
}
export interface AxisItem extends Ordered {
  kind: 'axis';
  name: string;
  description: string;
  /** Id of the context that holds where none is named. */
  default: string | null;
}
export interface ContextItem extends Ordered {
  kind: 'context';
  axis: string;
  name: string;
}
export interface LayerItem extends Ordered {
  kind: 'layer';
  name: string;
  /** Pairs of axis id and context id; none: the layer always applies. */
  when: [axis: string, context: string][];
  file: string | null;
}
/** How the token files of a library stand together: what a resolver file says beside its sources. */
export interface ResolverItem extends Base {
  kind: 'resolver';
  file: string;
  /** The resolver document as read, and where in it each layer stands. */
  text: JsonText;
  places: [pointer: string, layer: string][];
}
export interface PairingItem extends Ordered {
  kind: 'pairing';
  text: Reference;
  surface: Reference;
  /** The contrast ratio needed, 1..21. */
  needs: number;
}
export interface RecipeItem extends Ordered {
  kind: 'recipe';
  name: string;
  family: string;
  parameters: JsonText;
}

export type Condition =
  | { kind: 'choice'; prop: string; is: string[] }
  | { kind: 'flag'; prop: string; is: boolean }
  | { kind: 'state'; state: string };
export type StyleValue = { token: Reference } | { raw: string };
export interface StyleRule {
  order: string;
  kind: 'rule';
  when: Condition[];
  part: string;
  declarations: [property: string, value: StyleValue][];
  comment: string;
  /** As it was typed in a style sheet; printed again for as long as it still says the same. */
  text?: string;
}
export interface KeptBlock {
  order: string;
  kind: 'kept';
  css: string;
}
export type StyleEntry = StyleRule | KeptBlock;
export interface Part {
  order: string;
  name: string;
  /** What the part shows, and so which contrast it needs. */
  shows: 'text' | 'icon' | 'nothing';
  description: string;
  /** CSS properties that users of the component may set; all others are fixed. */
  adjustable?: string[];
}
/** What stands in a slot: a component with its props, or an icon. */
export interface Nested {
  component?: Reference;
  asset?: Reference;
  props: Record<string, string>;
  /** Its props that the holder's own props set: its name → the holder's. */
  passed: Record<string, string>;
}
export interface Prop {
  order: string;
  name: string;
  kind: 'choice' | 'flag' | 'text' | 'slot';
  values: string[];
  default: string;
  description: string;
  /** Of a slot: the components it takes; none named, it takes all. */
  accepts?: Reference[];
  /** Of a slot: how many pieces it takes at most; left out, any number. */
  most?: number;
  /** Of a slot: what stands there until a user puts something in. */
  holds?: Nested[];
}
/** Combinations that must not be made. */
export interface Exclusion {
  order: string;
  when: Condition[];
  why: string;
}
/** What a component does by itself or says to others, and what an engineer has to know of a part. */
export type Behaviour = { order: string; part: string; text: string } & (
  | { kind: 'timed'; state: string; after: StyleValue; does: string }
  | { kind: 'event'; name: string; on: string }
  | { kind: 'note' }
);
/** The props that code of the component has, as last read. */
export interface CodeLink {
  file: string;
  props: { name: string; kind: Prop['kind']; values: string[] }[];
}
export interface Guard {
  order: string;
  when: Condition[];
  part: string;
  property: string;
  /** The computed value promised, as CSS text. */
  value: string;
  /** The contexts it is promised under, by axis; left out: all. */
  under?: Record<string, string>;
  note: string;
}
export interface ComponentItem extends Ordered {
  kind: 'component';
  name: string;
  description: string;
  rank: string | null;
  visibility: 'released' | 'internal';
  deprecation: { reason: string; replacement: Reference | null } | null;
  template: string;
  states: string[];
  parts: Record<string, Part>;
  props: Record<string, Prop>;
  entries: Record<string, StyleEntry>;
  guards: Record<string, Guard>;
  excluded?: Record<string, Exclusion>;
  /** Rule sets that stand before the component's own entries. */
  bases?: Reference[];
  /** The component this one varies: whatever is not said here is said there. */
  variationOf?: Reference | null;
  behaviours?: Record<string, Behaviour>;
  script?: string;
  code?: CodeLink | null;
}
/** Style entries that several components share. */
export interface RuleSetItem extends Ordered {
  kind: 'ruleSet';
  name: string;
  entries: Record<string, StyleEntry>;
}
/** CSS that a library brings along for all its components; whatever a component says itself goes over it. */
export interface StyleSheetItem extends Ordered {
  kind: 'styleSheet';
  /** A file's name, such as `reset.css`. */
  name: string;
  css: string;
}
/** One file of an asset: a face of a font, an icon at a size, a brand's logo. */
export interface AssetFile {
  order: string;
  /** The file's own name. */
  file: string;
  mediaType: string;
  /** SHA-256 of the bytes, in hex. */
  hash: string;
  /** Bytes. */
  size: number;
  /** Id of the context it holds in; null: everywhere. */
  context: string | null;
  /** What the file says of itself, where it is a font; the server reads it anew before it stores it. */
  font: FontFacts | null;
  /** The drawing, where it is an SVG: sanitised, so that it can stand in a page. */
  svg?: string;
}
export interface AssetItem extends Ordered {
  kind: 'asset';
  /** Of a font, the family's name as style sheets use it. */
  name: string;
  role: 'font' | 'icon' | 'logo' | 'picture';
  files: Record<string, AssetFile>;
}

export type GuideBlock = { order: string } & (
  | { kind: 'text'; markdown: string }
  | { kind: 'tokenTable'; group: Reference }
  | { kind: 'typeSpecimen'; group: Reference; sample: string }
  | { kind: 'component'; component: Reference; props: Record<string, string> }
  | { kind: 'anatomy'; component: Reference; props: Record<string, string> }
);
export interface GuideItem extends Ordered {
  kind: 'guide';
  name: string;
  title: string;
  blocks: Record<string, GuideBlock>;
}
export interface RankItem extends Ordered {
  kind: 'rank';
  name: string;
}
export interface AcceptedFindingItem extends Base {
  kind: 'acceptedFinding';
  code: string;
  path: string;
  reason: string;
}
/** The library this one descends from, pinned to one release. */
export interface ParentItem extends Base {
  kind: 'parent';
  library: Reference;
  version: string;
}

export interface PinItem extends Base {
  kind: 'pin';
  library: Reference;
  version: string;
  policy: 'ask' | 'patches' | 'minors';
  /** Component id to the version it is held at. */
  held: Record<string, string>;
}
export interface ScreenItem extends Ordered {
  kind: 'screen';
  name: string;
  title: string;
  /** CSS pixels. */
  width: number;
}
export interface PlacementItem extends Ordered {
  kind: 'placement';
  screen: string;
  /** The placement whose slot this one stands in. */
  parent: string | null;
  slot: string | null;
  component: Reference;
  props: Record<string, string>;
  overrides: Record<string, { part: string; property: string; value: StyleValue }>;
}
export interface GoalItem extends Ordered {
  kind: 'goal';
  name: string;
  target: number;
}

export type Items = ReadonlyMap<string, Item>;

/** A library's draft or a product: a plain value made of items. */
export interface Document {
  id: string;
  kind: 'library' | 'product';
  items: Items;
}

export function itemsOf<K extends ItemKindName>(items: Items, kind: K): ItemOf<K>[] {
  const found: ItemOf<K>[] = [];
  for (const item of items.values()) if (item.kind === kind) found.push(item as ItemOf<K>);
  return found;
}

export function byOrder(a: { order: string }, b: { order: string }): number {
  return a.order < b.order ? -1 : a.order > b.order ? 1 : 0;
}

export function ordered<T extends { order: string }>(entries: Record<string, T>): (T & { id: string })[] {
  return Object.entries(entries)
    .map(([id, entry]) => ({ ...entry, id }))
    .sort((a, b) => byOrder(a, b) || (a.id < b.id ? -1 : 1));
}
