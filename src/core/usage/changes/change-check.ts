import { append } from '../../base/append';
import type { Scan, ScanFinding } from '../scan';
import type { Evidence } from '../summary';

/** Source as it is and as a change would make it, both held against the same tokens. */
interface SourceChange {
  before: Scan;
  after: Scan;
  /** The line a finding stands in, as it was or as it would be. */
  line: (of: 'before' | 'after', finding: ScanFinding) => string;
}

export interface ChangeResult {
  /** `warning`: it may be meant so; `failed`: what comes of it is broken. */
  state: 'passed' | 'warning' | 'failed';
  said: string;
  /** What to look at, in the source as it would be. */
  places: Evidence[];
}

/** Something that is asked of a change of source before it is merged. */
export interface ChangeCheck {
  code: string;
  title: string;
  of: (change: SourceChange) => ChangeResult;
}

/** As many places are shown of one check. */
const MOST_PLACES = 20;

/**
 * What a change adds of one kind of finding: of each value or token as many as there are more of it afterwards, so that a
 * line that only moves, within a file or to another, adds nothing. Lines that were there before come last.
 */
export function added({ before, after, line }: SourceChange, code: string): { count: number; places: Evidence[] } {
  const keyOf = ({ path, value = '', message }: ScanFinding) => path ?? (value || message);
  const old = new Map<string, ScanFinding[]>();
  for (const one of before.findings) if (one.code === code) append(old, keyOf(one), one);
  const now = new Map<string, ScanFinding[]>();
  for (const one of after.findings) if (one.code === code) append(now, keyOf(one), one);
  let count = 0;
  const places: Evidence[] = [];
  for (const [key, all] of now) {
    const were = old.get(key) ?? [];
    const more = all.length - were.length;
    if (more <= 0) continue;
    count += more;
    const known = new Set(were.map((one) => line('before', one)));
    const shown = all.map((one) => ({ file: one.at.file, line: one.at.line, source: line('after', one) }));
    places.push(...[...shown.filter(({ source }) => !known.has(source)), ...shown.filter(({ source }) => known.has(source))].slice(0, more));
  }
  return { count, places: places.slice(0, MOST_PLACES) };
} // prettier-ignore
