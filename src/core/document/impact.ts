/** What a change costs those who use what changed, as SemVer counts. */
export type Impact = 'patch' | 'minor' | 'major';
/** The part of a version number that changes together raise. */
export type Bump = 'none' | Impact;

const WEIGHT = { none: 0, patch: 1, minor: 2, major: 3 } as const;

export function worse<A extends Bump, B extends Bump>(a: A, b: B): A | B {
  return WEIGHT[a] >= WEIGHT[b] ? a : b;
}

export function worst(impacts: Iterable<Bump>): Bump {
  let result: Bump = 'none';
  for (const impact of impacts) result = worse<Bump, Bump>(result, impact);
  return result;
}

/** The gravest first. */
export const byImpact = (a: Bump, b: Bump): number => WEIGHT[b] - WEIGHT[a];

/** One thing that changed of one item, with what it costs and why. */
export interface ItemChange {
  path: string;
  kind: string;
  impact: Impact;
  before: string | null;
  after: string | null;
  why: string;
  /** The contexts it holds under; left out: all. */
  contexts?: Record<string, string>[];
}

/** Makes a change of the item at hand. */
export type MakeChange = (
  kind: string,
  impact: Impact,
  before: string | null,
  after: string | null,
  why: string,
) => ItemChange;
