import type { Context } from '../tokens/system';
import type { Severity } from './severity';

/** One thing that changed of one item, with what it costs and why. */
export interface LedgerChange {
  path: string;
  kind: string;
  severity: Severity;
  before: string | null;
  after: string | null;
  why: string;
  contexts?: Context[];
}

/** Makes a change of the item at hand. */
export type Row = (
  kind: string,
  severity: Severity,
  before: string | null,
  after: string | null,
  why: string,
) => LedgerChange;
