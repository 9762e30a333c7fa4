import { worstFirst, type Finding } from '@/core/findings/finding';
import { CHECKS } from '@/core/tokens/checks/registry';
import { COMPONENT_CHECKS } from '@/core/components/checks/registry';
import { itemsOf } from '@/core/document/item';
import { csvOf } from '@/core/base/csv';
import type { Steps } from '@/core/base/steps';
import { contextText, type Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import { FIXES } from '../commands/fixes';

export interface FindingRow {
  code: string;
  level: Finding['level'];
  message: string;
  fix: string;
  path: string;
  /** The component it is about, where it is one. */
  component: string | null;
  context: Context | undefined;
  /** What one click would do; undefined where it takes a person. */
  fixLabel: string | undefined;
}

export interface FindingsView {
  rows: FindingRow[];
  /** How many there are of each code, before filtering. */
  counts: { code: string; level: Finding['level']; count: number; fixable: number }[];
  accepted: { code: string; path: string; reason: string; own: boolean }[];
  total: number;
  checks: string[];
}

/** Mends are worked out for as many rows as a person looks at. */
const ROWS = 400;

export function findings(
  library: OpenLibrary,
  { code, level, find }: { code: string; level: string; find: string },
): FindingsView {
  const all = [...library.findings(), ...library.componentFindings()].sort(worstFirst);
  const counts = new Map<string, FindingsView['counts'][number]>();
  for (const finding of all) {
    const known = counts.get(finding.code) ?? {
      code: finding.code,
      level: finding.level,
      count: 0,
      fixable: 0,
    };
    known.count++;
    if (FIXES.has(finding.code)) known.fixable++;
    counts.set(finding.code, known);
  }
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const fitting = all.filter(
    (finding) =>
      (code === '' || finding.code === code) &&
      (level === '' || finding.level === level) &&
      words.every((word) => `${finding.path ?? ''} ${finding.message}`.toLowerCase().includes(word)),
  );
  return {
    rows: fitting.slice(0, ROWS).map((finding) => rowOf(library, finding)),
    counts: [...counts.values()].sort((a, b) => WEIGHT[a.level] - WEIGHT[b.level] || b.count - a.count),
    accepted: itemsOf(library.items, 'acceptedFinding').map((item) => ({
      code: item.code,
      path: item.path,
      reason: item.reason,
      own: library.own.items.has(item.id),
    })),
    total: fitting.length,
    checks: [...CHECKS.map((check) => check.code), ...COMPONENT_CHECKS.flatMap(({ codes }) => codes)],
  };
}
const rowOf = (library: OpenLibrary, finding: Finding): FindingRow => ({
  code: finding.code,
  level: finding.level,
  message: finding.message,
  fix: finding.fix ?? '',
  path: finding.path ?? '',
  component: finding.component ?? null,
  context: finding.context,
  fixLabel: library.canEdit ? FIXES.get(finding.code)?.(library, finding)?.words : undefined,
});

/** What there is to say of one component and nobody has accepted; in steps, for it may have many combinations. */
export function* findingsOf(library: OpenLibrary, { name }: { name: string }): Steps<FindingRow[]> {
  const component = itemsOf(library.items, 'component').find((other) => other.name === name);
  if (!component) return [];
  yield* library.derived.summarySteps(component, library.items);
  return library.unaccepted(library.findingsOf(component)).map((finding) => rowOf(library, finding));
}

const WEIGHT = { error: 0, warning: 1, note: 2 } as const;

/** The same in steps: components take their time. */
export function* findingsInSteps(
  library: OpenLibrary,
  asked: Parameters<typeof findings>[1],
): Steps<FindingsView> {
  yield* library.summarising();
  return findings(library, asked);
}

/** How many findings there are of each level. */
export function* findingCount(library: OpenLibrary): Steps<Record<Finding['level'], number>> {
  yield* library.summarising();
  const counts = { error: 0, warning: 0, note: 0 };
  for (const { level } of [...library.findings(), ...library.componentFindings()]) counts[level]++;
  return counts;
}

export function findingsCsv(library: OpenLibrary): string {
  return csvOf(
    ['code', 'level', 'path', 'context', 'message', 'fix'],
    [...library.findings(), ...library.componentFindings()].map((finding) => [
      finding.code,
      finding.level,
      finding.path ?? '',
      finding.context ? contextText(finding.context) : '',
      finding.message,
      finding.fix ?? '',
    ]),
  );
}
