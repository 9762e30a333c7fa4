import type { OrderedItem } from '../document/item';
import type { LengthUnit } from './units';

declare module '../document/item' {
  interface ItemTypes {
    output: OutputItem;
  }
}

/**
 * Where deliveries of an output go; folders are relative, below what the program keeps for them or in a repository. A product
 * is named by its id alone, which tells nothing to who may not read it.
 */
export type Destination =
  | { kind: 'download' }
  | { kind: 'folder'; folder: string }
  | { kind: 'repository'; product: string; folder: string };

/** A configured form of delivery. It is of the library itself and not of a release of it. */
export interface OutputItem extends OrderedItem {
  kind: 'output';
  name: string;
  /** Names of formats; of several each has a folder of its own. */
  formats: string[];
  /** One combination, axes that are not named at their defaults; null: all of them. */
  context: Record<string, string> | null;
  /** What names begin with; empty for nothing. */
  prefix: string;
  /** What lengths are written in where a format writes CSS; null, or not said: as authored. */
  unit?: LengthUnit | null;
  destination: Destination;
  /** Whether each release is delivered by itself. */
  onRelease: boolean;
}

/** What the files of a delivery follow from, besides the library. */
export type OutputForm = Pick<OutputItem, 'formats' | 'context' | 'prefix' | 'unit'>;

/** What a folder may be called: names of letters, digits, `_`, `-`, `@` and, not first, dots. */
export const FOLDER = '^[A-Za-z0-9_@-][A-Za-z0-9_@.-]*(/[A-Za-z0-9_@-][A-Za-z0-9_@.-]*)*$';
/** What can begin a name in every format. */
export const PREFIX = '^[a-z][a-z0-9-]{0,30}$';

/** The other output whose folder is this one's, or one of the two lies in the other: each would take away what the other wrote. */
export const inTheWay = (outputs: readonly OutputItem[], { id, destination }: Pick<OutputItem, 'id' | 'destination'>) =>
  outputs.find((other) => {
    if (other.id === id || other.destination.kind !== 'folder' || destination.kind !== 'folder') return false;
    const [one, two] = [`${other.destination.folder}/`, `${destination.folder}/`];
    return one.startsWith(two) || two.startsWith(one);
  }); // prettier-ignore
