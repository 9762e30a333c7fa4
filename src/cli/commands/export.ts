import { modernDocument } from '@/core/tokens/normalise';
import { OUTPUTS } from '@/core/outputs/registry';
import { LENGTH_UNITS } from '@/core/outputs/units';
import { Resolution } from '@/core/tokens/resolve';
import { readComponentFiles, readJsonFile } from '@/files/component-files';
import { openTokenFile, withPlaces } from '@/files/token-files';
import { writeFolder } from '@/files/write-folder';
import { contextFrom, findingLine, readArguments, UsageError } from '../arguments';

export async function run(words: string[]): Promise<number> {
  if (words.includes('--to') && words[words.indexOf('--to') + 1] === 'list') {
    for (const output of OUTPUTS.values()) console.log(`${output.name.padEnd(8)}  ${output.about}`);
    return 0;
  }
  const { positionals, value, list } = readArguments(words, ['FILE'], {
    values: { to: [], out: [], prefix: [], unit: LENGTH_UNITS },
    lists: ['context'],
    many: ['components'],
  });
  const format = value('to');
  if (format === undefined) throw new UsageError('Say --to FORMAT; --to list prints the formats.');
  const output = OUTPUTS.get(format);
  if (!output)
    throw new UsageError(`There is no format ${format}. Known: ${[...OUTPUTS.keys()].join(', ')}.`);
  const prefix = value('prefix');
  if (prefix !== undefined && !/^[\p{L}_][\p{L}\p{N}_-]*$/u.test(prefix))
    throw new UsageError(`A prefix is a word of letters, digits and hyphens, not ${prefix}.`);
  const unit = LENGTH_UNITS.find((one) => one === value('unit'));
  if (unit && !output.withUnits)
    throw new UsageError(`${format} writes lengths as they are: --unit is for formats that write CSS.`);
  const opened = await openTokenFile(positionals[0]!);
  const context =
    list('context').length > 0 || format === 'json'
      ? contextFrom(list('context'), opened.system.axes)
      : undefined;
  const resolution = new Resolution(opened.system);
  const authored = () => {
    const files = [...opened.texts.keys()];
    const main = {
      name: files[0]!.replace(/^.*[\\/]/, ''),
      json: modernDocument(opened.root ?? new Map(), resolution),
    };
    const sources = new Map(
      opened.system.sources
        .filter((source) => source.file && source.file !== files[0] && source.root)
        .map((source) => [source.file!, source.root!]),
    );
    return [main, ...[...sources].map(([name, root]) => ({ name, json: modernDocument(root, resolution) }))];
  };
  const named = list('components').map((file) => ({ file, json: readJsonFile(file) }));
  const { components, findings: unsound } = readComponentFiles(named);
  const { files, findings } = output.write({ resolution, context, prefix, unit, authored, components });
  const problems = [...opened.findings, ...unsound, ...withPlaces(opened, findings)];
  for (const finding of problems) if (finding.level !== 'note') console.error(findingLine(finding));
  const clash = findings.some((finding) => finding.code === 'name-clash');
  const status = problems.some((finding) => finding.level === 'error') ? 1 : 0;
  if (clash || opened.root === undefined) return 1;
  const out = value('out');
  if (out !== undefined) writeFolder(out, files);
  else if (files.length === 1) process.stdout.write(files[0]!.text);
  else throw new UsageError(`This writes ${files.length} files: choose a folder with --out DIR.`);
  return status;
}
