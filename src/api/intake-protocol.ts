import type { Finding } from '@/core/findings/finding';
import type { Cluster } from '@/core/intake/cluster';
import type { Inventory } from '@/core/intake/inventory';
import type { DominantColor } from '@/core/intake/picture';
import type { Proposals } from '@/core/intake/propose';

/** What the page asks of the worker that reads what is gathered. */
export type GatherAsk =
  | { ask: 'read'; files: { name: string; file: Blob }[] }
  /** Clusters and proposals anew, of what was read. */
  | { ask: 'cluster'; color: number; px: number };

export interface Gathered {
  /** Files that hold tokens, as text. */
  files: { name: string; text: string; tokens: number; form: string }[];
  pictures: { name: string; colors: DominantColor[] }[];
  inventory: Pick<Inventory, 'pairs' | 'rem' | 'declarations'> | null;
  problems: { problem: string; fix: string }[];
  findings: Finding[];
}

export interface Clustered {
  clusters: Cluster[];
  proposals: Proposals;
}

export type GatherMessage =
  | { say: 'progress'; done: number; of: number; name: string }
  | { say: 'read'; gathered: Gathered }
  | { say: 'clustered'; clustered: Clustered }
  | { say: 'failed'; problem: string };
