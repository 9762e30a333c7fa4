import type { Severity } from './severity';

export interface NotedChange {
  path: string;
  kind: string;
  severity: Severity;
  before: string | null;
  after: string | null;
  why: string;
}

const SECTIONS = ['Added', 'Changed', 'Deprecated', 'Removed'] as const;

function sectionOf(change: NotedChange): (typeof SECTIONS)[number] {
  if (change.kind === 'added') return 'Added';
  if (change.kind === 'removed') return 'Removed';
  if (change.kind === 'deprecated' && change.after !== null) return 'Deprecated';
  return 'Changed';
}

const code = (text: string) => '`' + text.replace(/`/g, 'ˋ') + '`';

/** Release notes in Markdown, sections in the order of Keep a Changelog 1.1.0; within one, the gravest first. */
export function releaseNotes(title: string, changes: readonly NotedChange[]): string {
  const weight = { major: 0, minor: 1, patch: 2 };
  let text = `## ${title}\n`;
  for (const section of SECTIONS) {
    const own = changes
      .filter((change) => sectionOf(change) === section)
      .sort((a, b) => weight[a.severity] - weight[b.severity]);
    if (own.length === 0) continue;
    text += `\n### ${section}\n\n`;
    for (const { path, before, after, why, severity } of own) {
      const values =
        before !== null && after !== null && before !== after
          ? `: ${code(before)} → ${code(after)}`
          : after !== null && before === null
            ? `: ${code(after)}`
            : '';
      text += `- ${severity === 'major' ? '**Breaking:** ' : ''}${code(path)}${values}. ${why}.\n`;
    }
  }
  return changes.length === 0 ? `${text}\nNothing changed.\n` : text;
}
