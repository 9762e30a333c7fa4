/** One thing a check has to say. The same shape whoever found it: a reader, the resolver, a check, a release. */
export interface Finding {
  /** A stable word, listed in docs/formats.md. */
  code: string;
  level: 'error' | 'warning' | 'note';
  /** What is wrong, in words. */
  message: string;
  /** The token or item concerned, where there is one. */
  path?: string;
  /** The component it is about, by name; `path` then says where in it. */
  component?: string;
  /** Other tokens it speaks of: the one it equals, the surface it stands on. */
  related?: string[];
  /** Where it stands; lines count from 1. */
  at?: { file?: string; pointer?: string; line?: number; column?: number };
  /** How to mend it. */
  fix?: string;
  /** Given where the finding holds only under some contexts. */
  context?: Readonly<Record<string, string>>;
}

const WEIGHT = { error: 0, warning: 1, note: 2 } as const;

export function worstFirst(a: Finding, b: Finding): number {
  return WEIGHT[a.level] - WEIGHT[b.level];
}

export function atOrAbove(finding: Finding, level: 'error' | 'warning' | 'note'): boolean {
  return WEIGHT[finding.level] <= WEIGHT[level];
}
