import { readFileSync } from 'node:fs';
import path from 'node:path';
import { atOrAbove } from '@/core/findings/finding';
import { sarif } from '@/core/findings/sarif';
import { Resolution } from '@/core/tokens/resolve';
import { readerFor } from '@/core/usage/readers/registry';
import { readSourceFile, scan, scanText } from '@/core/usage/scan';
import { UnreadableSource } from '@/core/usage/source';
import { sourceTree, type TreeFile } from '@/files/source-tree';
import { openTokenFile } from '@/files/token-files';
import { findingJson, findingLine, readArguments, UsageError } from '../arguments';

/** What is larger is hardly written by hand. */
const LARGEST = 5_000_000;

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
  const tree = sourceTree(folder, (name) => readerFor(name) !== undefined);
  const { found: _, ...result } = scan(
    tree.map((one) => read(folder, one)),
    new Resolution(opened.system),
  );
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

function read(folder: string, { name, size }: TreeFile) {
  const file = { name, text: '' };
  if (size > LARGEST)
    return { file, problem: new UnreadableSource(`It is larger than ${LARGEST / 1_000_000} MB`) };
  try {
    file.text = readFileSync(path.join(folder, name), 'utf8');
  } catch (error) {
    return { file, problem: new UnreadableSource((error as Error).message) };
  }
  return readSourceFile(file)!;
}
