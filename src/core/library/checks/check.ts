import type { Finding } from '../../findings/finding';
import type { Item, Items } from '../../document/item';
import type { Resolution } from '../../tokens/resolve';

export interface LibraryCheckInput {
  /** What the library holds as it was written, inherited items too. */
  items: Items;
  resolution: Resolution;
}

/** A check that goes across kinds of items: one file in this folder and one line in the registry. */
export interface LibraryCheck {
  code: string;
  /** What it finds, as a heading. */
  title: string;
  /** What it finds of one item. */
  of(input: LibraryCheckInput, item: Item): Finding[];
  /** What else its answers depend on: while these are the same ones, so is what it finds of the same item. */
  reads(input: LibraryCheckInput): readonly unknown[];
}
