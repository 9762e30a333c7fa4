import { pairingsOfFiles } from '@/core/tokens/pairings';
import { toPlain } from '@/core/base/json/json';
import { JsonSyntaxError, readJson } from '@/core/base/json/read';
import { releaseNotes } from '@/core/releases/notes';
import { counted } from '@/core/base/words';
import { IMPACTS, type ImpactTable } from '@/core/releases/impacts';
import { worst } from '@/core/document/impact';
import { diffTokens } from '@/core/releases/token-diff';
import { contextText } from '@/core/tokens/system';
import { Resolution } from '@/core/tokens/resolve';
import { openTokenFile, readText, UnreadableFile } from '@/files/token-files';
import { findingLine, readArguments, UsageError } from '../arguments';

export async function run(words: string[]): Promise<number> {
  const { positionals, value } = readArguments(words, ['OLD', 'NEW'], {
    values: { format: ['text', 'json', 'markdown'], severity: [] },
  });
  let unread = false;
  const side = async (file: string) => {
    const opened = await openTokenFile(file);
    for (const finding of opened.findings) if (finding.level === 'error') console.error(findingLine(finding));
    unread ||= opened.findings.some(({ code }) => code === 'json-syntax');
    return { resolution: new Resolution(opened.system), pairings: pairingsOfFiles(opened) };
  };
  const table = value('severity');
  const [before, after] = [await side(positionals[0]!), await side(positionals[1]!)];
  // Against a file that is no JSON everything would have come or gone.
  if (unread) return 1;
  const changes = diffTokens(before, after, undefined, table === undefined ? IMPACTS : impactsFrom(table));
  const bump = worst(changes.map((change) => change.impact));
  const format = value('format') ?? 'text';
  if (format === 'json') {
    // The command line calls a change's impact its severity.
    const listed = changes.map(({ impact, ...change }) => ({ ...change, severity: impact }));
    console.log(JSON.stringify({ bump, changes: listed }, null, 2));
  } else if (format === 'markdown') process.stdout.write(releaseNotes('Unreleased', changes));
  else {
    for (const { impact, kind, path, before, after, why, contexts } of changes) {
      const values = before !== null && after !== null ? `  ${before} → ${after}` : '';
      console.log(
        `${impact.padEnd(5)}  ${kind.padEnd(10)}  ${path}${values}  (${why}${contexts ? `; ${contexts.map(contextText).join(' / ')}` : ''})`,
      );
    }
    console.log(`${bump}: ${counted(changes.length, 'change')}`);
  }
  return 0;
}

function impactsFrom(file: string): ImpactTable {
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
    ([kind, impact]) =>
      !Object.hasOwn(IMPACTS, kind) || !['patch', 'minor', 'major'].includes(impact as string),
  );
  if (wrong)
    throw new UsageError(
      `${file}: "${wrong[0]}" is ${JSON.stringify(wrong[1])}. Known kinds: ${Object.keys(IMPACTS).join(', ')}; each is patch, minor or major.`,
    );
  return { ...IMPACTS, ...Object.fromEntries(entries) } as ImpactTable;
}
