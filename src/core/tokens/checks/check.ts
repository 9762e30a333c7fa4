import type { Pairing } from '../pairings';
import type { KnownFamily } from '../../base/fonts/font';
import type { ResolutionChange } from '../facet';
import type { Resolution } from '../resolve';
import type { Finding } from '../../findings/finding';
import type { Fix } from '../../findings/fix';
import type { TokenItem } from '../items';
import type { LibraryTree } from '../token-tree';

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
  /** What it reads besides the values of tokens: where that is another, everything is looked at anew. */
  reads?: 'pairings' | 'fonts' | 'uses';
  /** How many things it looks at, where these are not the tokens. */
  count?(input: CheckInput): number;
  /** What it finds of one thing: of the token with this number and path. */
  of(input: CheckInput, at: number, path: string): Finding[];
  /** Of what it may find something else after a change, besides the tokens touched; instead of them, where it counts other things. */
  follows?(change: ResolutionChange, input: CheckInput): Iterable<number>;
  /** What would fix one of its findings at one click; undefined where it takes a person. */
  fix?: FixOf;
}

/** An open library, as far as a fix asks it. */
export interface FixGround {
  resolution: Resolution;
  pairings: readonly Pairing[];
  fonts: ReadonlyMap<string, KnownFamily>;
  tree: LibraryTree;
  /** The token at a path, inherited ones too. */
  token(path: string | undefined): TokenItem | undefined;
  /** The token at a path where it is the library's own, and so can be changed. */
  ownToken(path: string | undefined): TokenItem | undefined;
}
export type FixOf<Ground extends FixGround = FixGround> = (
  ground: Ground,
  finding: Finding,
) => Fix | undefined;
