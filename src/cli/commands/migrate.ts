import { Resolution } from '@/core/tokens/resolve';
import { migrate } from '@/core/usage/migrate';
import { patchOf } from '@/core/usage/patch';
import { openTokenFile } from '@/files/token-files';
import { writeFolder } from '@/files/write-folder';
import { findingLine, readArguments, UsageError } from '../arguments';
import { readSources } from '../source-files';

export async function run(words: string[]): Promise<number> {
  const { positionals, value, list, has } = readArguments(words, ['DIR'], {
    values: { tokens: [], format: ['patch', 'json'] },
    lists: ['from'],
    flags: ['write'],
  });
  const folder = positionals[0]!;
  const file = value('tokens');
  if (file === undefined) throw new UsageError('Say --tokens FILE, the tokens to refer to.');
  const opened = await openTokenFile(file);
  const errors = opened.findings.filter(({ level }) => level === 'error');
  const resolution = new Resolution(opened.system);
  const wanted = list('from').map((word) => {
    const at = word.lastIndexOf('=');
    const [old, token] = [word.slice(0, at).trim(), word.slice(at + 1).trim()];
    if (at < 1) throw new UsageError(`--from takes OLD=TOKEN, not ${word}.`);
    if (!resolution.index.numbers.has(token))
      throw new UsageError(`There is no token ${token} in ${file}: choose one of it in --from ${word}.`);
    return { old, token };
  });
  const sources = readSources(folder);
  for (const finding of errors) console.error(findingLine(finding));
  if (opened.root === undefined) return 1;
  const { edits, uncertain, left, changed } = migrate(sources, resolution, wanted);
  if (value('format') === 'json')
    console.log(
      JSON.stringify({ files: sources.length, changed: changed.length, left, edits, uncertain }, null, 2),
    );
  else process.stdout.write(patchOf(changed));
  if (has('write')) writeFolder(folder, changed);
  return errors.length > 0 || resolution.findings().some(({ level }) => level === 'error') ? 1 : 0;
}
