import { worstFirst, type Finding } from '@/core/findings/finding';
import { legacyValue } from '@/core/tokens/checks/legacy-value';
import { CHECKS } from '@/core/tokens/checks/registry';
import { LIBRARY_CHECKS } from '@/core/library/checks/registry';
import { COMPONENT_CHECKS } from '@/core/components/checks/registry';
import { itemsOf } from '@/core/document/item';
import { csvOf } from '@/core/base/csv';
import type { Steps } from '@/core/base/steps';
import { cssLine, cssText } from '@/core/tokens/css-text';
import type { CssText } from '@/core/tokens/types/type';
import { contextText, type Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import { fixOf, isFixable } from '../fix-ground';

/** Headings of what is found, by code: those of the checks, and of what reading and resolving find. */
const TITLES: ReadonlyMap<string, string> = new Map([
  ...CHECKS.map(({ code, title }): [string, string] => [code, title]),
  ...COMPONENT_CHECKS.flatMap(({ titles }) => Object.entries(titles)),
  ...[...LIBRARY_CHECKS.values()].map(({ code, title }): [string, string] => [code, title]),
  ['missing-target', 'Alias to a missing token'],
  ['alias-cycle', 'Aliases in a cycle'],
  ['type-mismatch', 'Type does not match'],
  ['missing-type', 'Type missing'],
  ['unknown-type', 'Unknown type'],
  ['invalid-value', 'Invalid value'],
  ['invalid-name', 'Invalid name'],
  [legacyValue.code, legacyValue.title],
]);

/** A token's value beside a finding, so that one sees what is meant. */
interface FindingSpecimen {
  path: string;
  type: string;
  css: CssText | undefined;
}

export interface FindingRow {
  code: string;
  title: string;
  /** The tokens it speaks of. */
  specimens: FindingSpecimen[];
  /** Where it is a matter of contrast: letters on the surface, and the ratio. */
  pair: { text: string; surface: string; ratio: string } | null;
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

interface FindingsView {
  rows: FindingRow[];
  /** How many there are of each code, before filtering. */
  counts: { code: string; title: string; level: Finding['level']; count: number; fixable: number }[];
  accepted: { code: string; path: string; reason: string; own: boolean }[];
  total: number;
  /** What was looked for, in words. */
  checks: string[];
}

/** Fixes are computed for as many rows as a person looks at. */
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
      title: TITLES.get(finding.code) ?? finding.code,
      level: finding.level,
      count: 0,
      fixable: 0,
    };
    known.count++;
    if (isFixable(finding.code)) known.fixable++;
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
    checks: [
      ...CHECKS.map((check) => check.title.toLowerCase()),
      ...COMPONENT_CHECKS.flatMap(({ titles }) => Object.values(titles).map((title) => title.toLowerCase())),
      ...[...LIBRARY_CHECKS.values()].map(({ title }) => title.toLowerCase()),
    ],
  };
}
function specimensOf(
  { resolution }: OpenLibrary,
  { path, related = [], context }: Finding,
): FindingSpecimen[] {
  return [path, ...related].slice(0, 2).flatMap((token) => {
    const resolved =
      token === undefined ? undefined : resolution.value(token, { ...resolution.contexts[0], ...context });
    return resolved ? [{ path: token!, type: resolved.type, css: cssText(resolved) }] : [];
  });
}

/** `color.text on color.surface`, as the check of pairings names it. */
function pairOf({ resolution }: OpenLibrary, { code, message, context }: Finding): FindingRow['pair'] {
  const [, text, surface, ratio] =
    code === 'contrast' ? (/^(\S+) on (\S+) reaches ([\d.]+)/.exec(message) ?? []) : [];
  const css = (path: string) => {
    const resolved = resolution.value(path, { ...resolution.contexts[0], ...context });
    return resolved && cssLine(resolved);
  };
  const [ink, ground] = text && surface ? [css(text), css(surface)] : [];
  return ink && ground ? { text: ink, surface: ground, ratio: ratio! } : null;
}

const rowOf = (library: OpenLibrary, finding: Finding): FindingRow => ({
  code: finding.code,
  title: TITLES.get(finding.code) ?? finding.code,
  specimens: specimensOf(library, finding),
  pair: pairOf(library, finding),
  level: finding.level,
  message: finding.message,
  fix: finding.fix ?? '',
  path: finding.path ?? '',
  component: finding.component ?? null,
  context: finding.context,
  fixLabel: library.canEdit ? fixOf(library, finding)?.label : undefined,
});

/** What there is to say of one component and nobody has accepted; in steps, for it may have many combinations. */
export function* findingsOf(library: OpenLibrary, { name }: { name: string }): Steps<FindingRow[]> {
  const component = itemsOf(library.items, 'component').find((other) => other.name === name);
  if (!component) return [];
  yield* library.derived.summarySteps(component);
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
  return library.findingCounts();
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
