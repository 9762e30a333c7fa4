import { documentOf, gather, gatheringJson, proposalsOf } from '@/core/intake/gather';
import { writeJson } from '@/core/base/json/write';
import { readText } from '@/files/token-files';
import { findingJson, findingLine, readArguments } from '../arguments';

const FORMATS = ['json', 'dtcg'];

export function run(words: string[]): number {
  const { positionals, value } = readArguments(words, ['FILE…'], { values: { format: FORMATS } });
  const gathering = gather(positionals.map((name) => ({ name, text: readText(name) })));
  const { findings, files } = gathering;
  if ((value('format') ?? 'json') === 'dtcg') {
    for (const finding of findings) if (finding.level !== 'note') console.error(findingLine(finding));
    console.log(writeJson(documentOf(gathering, proposalsOf(gathering).proposals)));
  } else
    console.log(
      JSON.stringify({ ...gatheringJson(gathering), findings: findings.map(findingJson) }, null, 2),
    );
  return findings.some(({ level }) => level === 'error') || files.some(({ skipped }) => skipped.length > 0)
    ? 1
    : 0;
}
