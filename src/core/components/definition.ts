import type { OrderedItem, Reference } from '../document/item';

declare module '../document/item' {
  interface ItemTypes {
    component: ComponentDefinition;
    ruleSet: RuleSetItem;
    styleSheet: StyleSheetItem;
    rank: RankItem;
  }
}

/** Components as they are authored. Collections are records by entry id; an entry's `order` says where it stands. */

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
  /** The element of a theme that the part is, or `none`; left out: as its tag says. */
  element?: string;
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
/** Rows of content that stay with a component, to be drawn with. */
export interface DataTable {
  order: string;
  name: string;
  /** The slot whose piece, or the part whose element, is repeated once a row; null: the component itself. */
  fills: string | null;
  columns: string[];
  /** Each as long as there are columns. */
  rows: string[][];
}
export interface ComponentDefinition extends OrderedItem {
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
  /** The theme it follows; left out: that of what it varies. */
  theme?: Reference;
  behaviours?: Record<string, Behaviour>;
  script?: string;
  data?: Record<string, DataTable>;
  code?: CodeLink | null;
}
/** Style entries that several components share. */
export interface RuleSetItem extends OrderedItem {
  kind: 'ruleSet';
  name: string;
  entries: Record<string, StyleEntry>;
}
/** CSS that a library brings along for all its components; whatever a component says itself goes over it. */
export interface StyleSheetItem extends OrderedItem {
  kind: 'styleSheet';
  /** A file's name, such as `reset.css`. */
  name: string;
  css: string;
}
export interface RankItem extends OrderedItem {
  kind: 'rank';
  name: string;
}
