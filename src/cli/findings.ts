import { counted } from '@/core/base/words';
import { atOrAbove, type Finding } from '@/core/findings/finding';
import { sarif } from '@/core/findings/sarif';
import { findingJson, findingLine } from './arguments';

/** The options of every command that answers with findings. */
export const FINDING_OPTIONS = {
  format: ['text', 'json', 'sarif'],
  'fail-on': ['error', 'warning', 'never'],
} as const;

/** Prints findings in the format asked for; `more` stands beside them in JSON, `summary` below them as text. */
export function printFindings(
  findings: readonly Finding[],
  format: string | undefined,
  more: object = {},
  summary = findings.length === 0 ? 'No findings.' : `${counted(findings.length, 'finding')}.`,
): void {
  if (format === 'json')
    console.log(JSON.stringify({ ...more, findings: findings.map(findingJson) }, null, 2));
  else if (format === 'sarif') console.log(JSON.stringify(sarif(findings), null, 2));
  else {
    for (const finding of findings) console.log(findingLine(finding));
    console.log(summary);
  }
}

/** 1 where a finding is at or above what makes the command fail, else 0. */
export const statusOf = (findings: readonly Finding[], failOn: string): number =>
  failOn !== 'never' && findings.some((finding) => atOrAbove(finding, failOn as 'error' | 'warning')) ? 1 : 0;
