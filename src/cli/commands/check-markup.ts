import { Resolution } from '@/core/tokens/resolve';
import { checkMarkup } from '@/core/usage/markup-check';
import { openTokenFile, readText } from '@/files/token-files';
import { findingLine, readArguments, UsageError } from '../arguments';
import { FINDING_OPTIONS, printFindings, statusOf } from '../findings';
import { knownComponents, prefixFrom } from '../known-components';

export async function run(words: string[]): Promise<number> {
  const { positionals, value, list } = readArguments(words, ['FILE.html'], {
    values: {
      tokens: [],
      prefix: [],
      ...FINDING_OPTIONS,
    },
    many: ['components'],
  });
  const file = positionals[0]!;
  const tokens = value('tokens');
  if (tokens === undefined) throw new UsageError('Say --tokens FILE, the tokens to hold the page against.');
  if (list('components').length === 0)
    throw new UsageError('Say --components FILE…, component files or a catalogue.');
  const prefix = prefixFrom(value('prefix'));
  const text = readText(file);
  const opened = await openTokenFile(tokens);
  const components = knownComponents(list('components'));
  if (opened.root === undefined) {
    for (const finding of opened.findings) if (finding.level === 'error') console.error(findingLine(finding));
    return 1;
  }
  const findings = checkMarkup({ name: file, text }, new Resolution(opened.system), components, { prefix });
  printFindings(findings, value('format'));
  return statusOf(findings, value('fail-on') ?? 'error');
}
