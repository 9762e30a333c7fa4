import type { Finding } from '@/core/findings/finding';
import type { Clustered, GatherChoices } from '@/core/intake/gather';
import type { Inventory } from '@/core/intake/inventory';
import type { DominantColor } from '@/core/intake/picture';
import type { Role } from '@/core/intake/roles';

/** What the page asks of the worker that reads what is gathered. */
export type GatherAsk =
  | { ask: 'read'; files: { name: string; file: Blob }[] }
  /** Clusters and proposals anew, of what was read. */
  | { ask: 'cluster'; choices: GatherChoices };

export interface Gathered {
  /** Files that hold tokens, as text. */
  files: { name: string; text: string; tokens: number; form: string }[];
  pictures: { name: string; colors: DominantColor[] }[];
  inventory: Pick<Inventory, 'pairs' | 'rem' | 'declarations'> | null;
  /** Contexts by axis, of all files. */
  axes: Record<string, string[]>;
  roles: Role[];
  /** What the files call a value themselves: the path by kind and value, parted by a space. */
  named: Record<string, string>;
  /** Every path of a token in these files. */
  paths: string[];
  problems: { problem: string; fix: string }[];
  findings: Finding[];
}

export type { Clustered, GatherChoices };

export type GatherMessage =
  | { say: 'progress'; done: number; of: number; name: string }
  | { say: 'read'; gathered: Gathered }
  | { say: 'clustered'; clustered: Clustered }
  | { say: 'failed'; problem: string };
