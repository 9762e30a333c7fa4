import { pairingsOfFiles } from '@/core/documents/import';
import { toPlain } from '@/core/json/json';
import { JsonSyntaxError, readJson } from '@/core/json/read';
import { releaseNotes } from '@/core/releases/notes';
import { SEVERITIES, worst, type SeverityTable } from '@/core/releases/severity';
import { diffTokens } from '@/core/releases/token-diff';
import { contextText } from '@/core/tokens/system';
import { Resolution } from '@/core/tokens/resolve';
import { openTokenFile, readText, UnreadableFile } from '@/files/token-files';
import { findingLine, readArguments, UsageError } from '../arguments';

export async function run(words: string[]): Promise<number> {
  const { positionals, value } = readArguments(words, ['OLD', 'NEW'], {
    values: { format: ['text', 'json', 'markdown'], severity: [] },
  });
  const side = async (file: string) => {
    const opened = await openTokenFile(file);
    for (const finding of opened.findings)
      if (finding.severity === 'error') console.error(findingLine(finding));
    return { resolution: new Resolution(opened.system), pairings: pairingsOfFiles(opened) };
  };
  const table = value('severity');
  const changes = diffTokens(
    await side(positionals[0]!),
    await side(positionals[1]!),
    undefined,
    table === undefined ? SEVERITIES : severitiesFrom(table),
  );
  const bump = worst(changes.map((change) => change.severity));
  const format = value('format') ?? 'text';
  if (format === 'json') console.log(JSON.stringify({ bump, changes }, null, 2));
  else if (format === 'markdown') process.stdout.write(releaseNotes('Unreleased', changes));
  else {
    for (const { severity, kind, path, before, after, why, contexts } of changes) {
      const values = before !== null && after !== null ? `  ${before} → ${after}` : '';
      console.log(
        `${severity.padEnd(5)}  ${kind.padEnd(10)}  ${path}${values}  (${why}${contexts ? `; ${contexts.map(contextText).join(' / ')}` : ''})`,
      );
    }
    console.log(`${bump}: ${changes.length} change${changes.length === 1 ? '' : 's'}`);
  }
  return 0;
}

function severitiesFrom(file: string): SeverityTable {
  let table: unknown;
  try {
    table = toPlain(readJson(readText(file)));
  } catch (error) {
    if (error instanceof UnreadableFile) throw error;
    if (error instanceof JsonSyntaxError) throw new UsageError(`${file} is not JSON: ${error.message}.`);
    throw error;
  }
  const entries = typeof table === 'object' && table !== null ? Object.entries(table) : [];
  const wrong = entries.find(
    ([kind, severity]) =>
      !Object.hasOwn(SEVERITIES, kind) || !['patch', 'minor', 'major'].includes(severity as string),
  );
  if (wrong)
    throw new UsageError(
      `${file}: "${wrong[0]}" is ${JSON.stringify(wrong[1])}. Known kinds: ${Object.keys(SEVERITIES).join(', ')}; each is patch, minor or major.`,
    );
  return { ...SEVERITIES, ...Object.fromEntries(entries) } as SeverityTable;
}
