import { Resolution } from '@/core/tokens/resolve';
import { scan, scanText } from '@/core/usage/scan';
import { openTokenFile } from '@/files/token-files';
import { findingLine, readArguments, UsageError } from '../arguments';
import { FINDING_OPTIONS, printFindings, statusOf } from '../findings';
import { readSources } from '../source-files';

export async function run(words: string[]): Promise<number> {
  const { positionals, value } = readArguments(words, ['DIR'], {
    values: { tokens: [], ...FINDING_OPTIONS },
  });
  const folder = positionals[0]!;
  const file = value('tokens');
  if (file === undefined) throw new UsageError('Say --tokens FILE, the tokens to hold the source against.');
  const opened = await openTokenFile(file);
  if (opened.root === undefined)
    for (const finding of opened.findings) if (finding.level === 'error') console.error(findingLine(finding));
  const { found: _, instances: __, ...result } = scan(readSources(folder), new Resolution(opened.system));
  const { findings } = result;
  printFindings(findings, value('format'), result, scanText(result));
  return opened.root === undefined ? 1 : statusOf(findings, value('fail-on') ?? 'never');
}
