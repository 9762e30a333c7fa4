import { worstFirst } from '@/core/findings/finding';
import { runChecks } from '@/core/tokens/checks/registry';
import { pairingsOfFiles } from '@/core/tokens/pairings';
import { Resolution } from '@/core/tokens/resolve';
import { openTokenFile, withPlaces } from '@/files/token-files';
import { readArguments } from '../arguments';
import { FINDING_OPTIONS, printFindings, statusOf } from '../findings';

export async function run(words: string[]): Promise<number> {
  const { positionals, value } = readArguments(words, ['FILE'], {
    values: { ...FINDING_OPTIONS },
  });
  const file = positionals[0]!;
  const opened = await openTokenFile(file);
  const checked = runChecks({ resolution: new Resolution(opened.system), pairings: pairingsOfFiles(opened) });
  const findings = [...opened.findings, ...withPlaces(opened, checked)]
    .map((finding) => ({ ...finding, at: { file, ...finding.at } }))
    .sort(worstFirst);
  printFindings(findings, value('format'));
  return statusOf(findings, value('fail-on') ?? 'error');
}
