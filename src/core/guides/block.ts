import type { Items, OrderedItem, Reference } from '../document/item';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';

declare module '../document/item' {
  interface ItemTypes {
    guide: GuideItem;
  }
}

/** What each kind of block stores and shows; a block's file adds its own line. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- each block adds its own
export interface GuideBlockTypes {}
export type GuideBlockKind = keyof GuideBlockTypes;
/** What a block stores besides its place. */
export type BlockContent<K extends GuideBlockKind = GuideBlockKind> = {
  [P in K]: { kind: P } & GuideBlockTypes[P]['stored'];
}[K];
export type GuideBlock<K extends GuideBlockKind = GuideBlockKind> = { order: string } & BlockContent<K>;
/** What a block shows of the library as it is now. */
export type ShownBlock<K extends GuideBlockKind = GuideBlockKind> = {
  [P in K]: { kind: P } & GuideBlockTypes[P]['shown'];
}[K];

export interface GuideItem extends OrderedItem {
  kind: 'guide';
  name: string;
  title: string;
  blocks: Record<string, GuideBlock>;
}

/** The library that a block is shown from, and the contexts it is seen under. */
export interface GuideSource {
  items: Items;
  resolution: Resolution;
  lens: Context;
}

/** What a person fills in to add a block. */
export interface BlockOption {
  name: string;
  label: string;
  /**
   * `group`: a group of tokens; `component`: a component; `props`: values for the props of that component, each a field of its
   * own; `states`, `contents`, `contexts`: of those there are; `line`: a line of text; `markdown`: what is written on the page.
   */
  kind: 'group' | 'component' | 'props' | 'states' | 'contents' | 'contexts' | 'line' | 'markdown';
  /** A block can be added without it. */
  optional?: boolean;
}

/** A kind of block: one file here, one in the features that draws it, a line in each registry. */
export interface BlockForm<K extends GuideBlockKind = GuideBlockKind> {
  readonly kind: K;
  readonly title: string;
  /** The info string of its fence in a guide file; null: plain Markdown between the fences. */
  readonly fence: string | null;
  /** JSON Schema of what is stored. */
  readonly schema: object;
  readonly options: readonly BlockOption[];
  /** A block from its fields as a guide file or a form gives them; undefined where one that is needed is missing. */
  parse(fields: Record<string, string>, refer: Refer): BlockContent<K> | undefined;
  /** Its fields, from which `parse` makes the same block again. `path` gives a reference's present path. */
  print(block: BlockContent<K>, path: (reference: Reference) => string): Record<string, string>;
  references(block: BlockContent<K>): Reference[];
  show(block: BlockContent<K>, source: GuideSource): ShownBlock<K>;
  /** What is shown, as HTML that needs no script. */
  html(shown: ShownBlock<K>): string;
}

/** Finds what a path names. */
export type Refer = (path: string, kind: 'group' | 'component') => Reference;
