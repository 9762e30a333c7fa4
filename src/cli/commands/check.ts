import { counted } from '@/core/base/words';
import { atOrAbove, worstFirst } from '@/core/findings/finding';
import { runChecks } from '@/core/tokens/checks/registry';
import { sarif } from '@/core/findings/sarif';
import { pairingsOfFiles } from '@/core/tokens/pairings';
import { Resolution } from '@/core/tokens/resolve';
import { openTokenFile, withPlaces } from '@/files/token-files';
import { findingJson, findingLine, readArguments } from '../arguments';

export async function run(words: string[]): Promise<number> {
  const { positionals, value } = readArguments(words, ['FILE'], {
    values: { format: ['text', 'json', 'sarif'], 'fail-on': ['error', 'warning', 'never'] },
  });
  const file = positionals[0]!;
  const opened = await openTokenFile(file);
  const checked = runChecks({ resolution: new Resolution(opened.system), pairings: pairingsOfFiles(opened) });
  const findings = [...opened.findings, ...withPlaces(opened, checked)]
    .map((finding) => ({ ...finding, at: { file, ...finding.at } }))
    .sort(worstFirst);
  if (value('format') === 'json')
    console.log(JSON.stringify({ findings: findings.map(findingJson) }, null, 2));
  else if (value('format') === 'sarif') console.log(JSON.stringify(sarif(findings), null, 2));
  else {
    for (const finding of findings) console.log(findingLine(finding));
    console.log(findings.length === 0 ? 'No findings.' : `${counted(findings.length, 'finding')}.`);
  }
  const failOn = value('fail-on') ?? 'error';
  return failOn !== 'never' && findings.some((finding) => atOrAbove(finding, failOn as 'error' | 'warning'))
    ? 1
    : 0;
}
