import { atOrAbove } from '@/core/findings/finding';
import { sarif } from '@/core/findings/sarif';
import { Resolution } from '@/core/tokens/resolve';
import { scan, scanText } from '@/core/usage/scan';
import { openTokenFile } from '@/files/token-files';
import { findingJson, findingLine, readArguments, UsageError } from '../arguments';
import { readSources } from '../source-files';

export async function run(words: string[]): Promise<number> {
  const { positionals, value } = readArguments(words, ['DIR'], {
    values: { tokens: [], format: ['text', 'json', 'sarif'], 'fail-on': ['error', 'warning', 'never'] },
  });
  const folder = positionals[0]!;
  const file = value('tokens');
  if (file === undefined) throw new UsageError('Say --tokens FILE, the tokens to hold the source against.');
  const opened = await openTokenFile(file);
  if (opened.root === undefined)
    for (const finding of opened.findings) if (finding.level === 'error') console.error(findingLine(finding));
  const { found: _, ...result } = scan(readSources(folder), new Resolution(opened.system));
  const { findings } = result;
  if (value('format') === 'json')
    console.log(JSON.stringify({ ...result, findings: findings.map(findingJson) }, null, 2));
  else if (value('format') === 'sarif') console.log(JSON.stringify(sarif(findings), null, 2));
  else {
    for (const finding of findings) console.log(findingLine(finding));
    console.log(scanText(result));
  }
  const failOn = value('fail-on') ?? 'never';
  if (opened.root === undefined) return 1;
  return failOn !== 'never' && findings.some((finding) => atOrAbove(finding, failOn as 'error' | 'warning'))
    ? 1
    : 0;
}
