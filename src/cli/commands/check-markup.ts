import { Resolution } from '@/core/tokens/resolve';
import { knownInCatalogue, knownOf, type KnownComponent } from '@/core/usage/known-components';
import { checkMarkup } from '@/core/usage/markup-check';
import { readComponentFiles, readJsonFile } from '@/files/component-files';
import { openTokenFile, readText } from '@/files/token-files';
import { findingLine, readArguments, UsageError } from '../arguments';
import { FINDING_OPTIONS, printFindings, statusOf } from '../findings';

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
  const prefix = value('prefix');
  if (prefix !== undefined && !/^[a-z][a-z0-9]*$/.test(prefix))
    throw new UsageError(`A prefix is a word of small letters and digits, not ${prefix}.`);
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

/** Components of files and of catalogues; what a component file gets wrong is told and does not stop the check. */
function knownComponents(files: readonly string[]): KnownComponent[] {
  const read = files.map((file) => ({ file, json: readJsonFile(file) }));
  const catalogues = read.map(({ json }) => knownInCatalogue(json));
  const { components, findings } = readComponentFiles(read.filter((_, i) => catalogues[i] === undefined));
  for (const finding of findings) console.error(findingLine(finding));
  return [...catalogues.flatMap((one) => one ?? []), ...components.map(knownOf)];
}
