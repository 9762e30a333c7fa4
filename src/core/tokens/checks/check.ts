import type { Pairing } from '../pairings';
import type { KnownFamily } from '../../base/fonts/font';
import type { Resolution } from '../resolve';
import type { Finding } from '../../findings/finding';

export interface CheckInput {
  resolution: Resolution;
  pairings: readonly Pairing[];
  /** Whether something that is not a token uses a token; left out where only tokens are known. */
  isUsed?: (path: string) => boolean;
  /** Families there are files of, by `familyKey`; left out where that is not known. */
  fonts?: ReadonlyMap<string, KnownFamily>;
}

/** One check: one file in this folder and one line in the registry. */
export interface Check {
  code: string;
  /** What it finds, as a heading. */
  title: string;
  run(input: CheckInput): Finding[];
}
