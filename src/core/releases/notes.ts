import { byImpact, type ItemChange } from '../document/impact';

const SECTIONS = ['Added', 'Changed', 'Deprecated', 'Removed'] as const;

function sectionOf(change: ItemChange): (typeof SECTIONS)[number] {
  if (change.kind === 'added') return 'Added';
  if (change.kind === 'removed') return 'Removed';
  if (change.kind === 'deprecated' && change.after !== null) return 'Deprecated';
  return 'Changed';
}

const code = (text: string) => '`' + text.replace(/`/g, 'ˋ') + '`';

/** Release notes in Markdown, sections in the order of Keep a Changelog 1.1.0; within one, the gravest first. */
export function releaseNotes(title: string, changes: readonly ItemChange[]): string {
  let text = `## ${title}\n`;
  for (const section of SECTIONS) {
    const own = changes
      .filter((change) => sectionOf(change) === section)
      .sort((a, b) => byImpact(a.impact, b.impact));
    if (own.length === 0) continue;
    text += `\n### ${section}\n\n`;
    for (const { path, before, after, why, impact } of own) {
      const values =
        before !== null && after !== null && before !== after
          ? `: ${code(before)} → ${code(after)}`
          : after !== null && before === null
            ? `: ${code(after)}`
            : '';
      text += `- ${impact === 'major' ? '**Breaking:** ' : ''}${code(path)}${values}. ${why}.\n`;
    }
  }
  return changes.length === 0 ? `${text}\nNothing changed.\n` : text;
}
