import { append } from '../../base/append';
import { worstFirst, type Finding } from '../../findings/finding';
import type { ResolutionChange } from '../facet';
import type { Check, CheckInput } from './check';

/** What resolving finds is told of each token as by a check. */
const RESOLVING: Check = {
  code: 'resolving',
  title: '',
  of: ({ resolution }, at) => resolution.findingsOf(at),
};

type Lists = ReadonlyMap<Check, readonly Finding[][]>;
const NONE: Finding[] = [];

/** What checks found of everything they look at, so that after a small change only what it touches is looked at again. */
export class CheckResults {
  private constructor(
    private readonly input: CheckInput,
    private readonly lists: Lists,
    /** How many there are of each level. */
    readonly counts: Readonly<Record<Finding['level'], number>>,
  ) {}

  static of(checks: readonly Check[], input: CheckInput): CheckResults {
    const counts = { error: 0, warning: 0, note: 0 };
    const lists = new Map([RESOLVING, ...checks].map((check) => [check, listOf(check, input)]));
    for (const list of [...lists.values(), [input.resolution.index.groupFindings]])
      for (const found of list) for (const { level } of found) counts[level]++;
    return new CheckResults(input, lists, counts);
  }

  /**
   * The same of what has changed since.
   * @param change where tokens did
   * @param used numbers of the tokens of which it may have changed whether anything uses them
   */
  after(input: CheckInput, change: ResolutionChange | undefined, used: Iterable<number>): CheckResults {
    const counts = { ...this.counts };
    const lists = new Map<Check, readonly Finding[][]>();
    for (const [check, before] of this.lists) {
      const isOther =
        (check.reads === 'pairings' && input.pairings !== this.input.pairings) ||
        (check.reads === 'fonts' && input.fonts !== this.input.fonts);
      const list = isOther ? listOf(check, input) : before.slice();
      const again: Iterable<number> = isOther
        ? Array(Math.max(before.length, list.length)).keys()
        : new Set<number>([
            ...(change && !check.count ? change.touched : []),
            ...(change ? (check.follows?.(change, input) ?? []) : []),
            ...(check.reads === 'uses' ? used : []),
          ]);
      for (const at of again) {
        for (const { level } of before[at] ?? NONE) counts[level]--;
        if (!isOther) list[at] = found(check, input, at);
        for (const { level } of list[at] ?? NONE) counts[level]++;
      }
      lists.set(check, list);
    }
    return new CheckResults(input, lists, counts);
  }

  /** Everything found, worst first. */
  all(): Finding[] {
    const { groupFindings } = this.input.resolution.index;
    const [resolving, ...others] = [...this.lists.values()].map(joined);
    return [...resolving!, ...groupFindings, ...others.flat()].sort(worstFirst);
  }

  /** What there is to say of the token at a path, worst first. */
  at(path: string): Finding[] {
    const token = this.input.resolution.index.numbers.get(path);
    const found: Finding[] = [];
    for (const [check, list] of this.lists)
      if (!check.count && token !== undefined && list[token]!.length > 0) found.push(...list[token]!);
    found.push(...(this.others().get(path) ?? NONE));
    return found.length > 1 ? found.sort(worstFirst) : found;
  }

  private byPath: Map<string, Finding[]> | undefined;
  /** By path, what was not found by looking at one token: of groups, and of pairings. */
  private others(): Map<string, Finding[]> {
    if (this.byPath) return this.byPath;
    this.byPath = new Map();
    const lists = [...this.lists].flatMap(([check, list]) => (check.count ? list.flat() : []));
    for (const finding of [...this.input.resolution.index.groupFindings, ...lists])
      if (finding.path !== undefined) append(this.byPath, finding.path, finding);
    return this.byPath;
  }
}

function listOf(check: Check, input: CheckInput): Finding[][] {
  const length = check.count?.(input) ?? input.resolution.paths.length;
  const list = new Array<Finding[]>(length);
  for (let at = 0; at < length; at++) list[at] = found(check, input, at);
  return list;
}

/** One after the other; most lists are empty. */
function joined(lists: readonly Finding[][]): Finding[] {
  const all: Finding[] = [];
  for (const list of lists) if (list.length > 0) all.push(...list);
  return all;
}

/** Most have nothing: they share one empty list. */
function found(check: Check, input: CheckInput, at: number): Finding[] {
  const list = check.of(input, at, input.resolution.paths[at] ?? '');
  return list.length === 0 ? NONE : list;
}
