import { Resolution } from '@/core/tokens/resolve';
import { ComponentNames, wordsIn } from '@/core/usage/component-names';
import { Scanner, scanText, type ScannedInstance } from '@/core/usage/scan';
import { openTokenFile } from '@/files/token-files';
import { findingLine, readArguments, UsageError } from '../arguments';
import { FINDING_OPTIONS, printFindings, statusOf } from '../findings';
import { knownComponents, prefixFrom } from '../known-components';
import { readSources } from '../source-files';

export async function run(words: string[]): Promise<number> {
  const { positionals, value, list } = readArguments(words, ['DIR'], {
    values: { tokens: [], prefix: [], ...FINDING_OPTIONS },
    many: ['components'],
  });
  const folder = positionals[0]!;
  const file = value('tokens');
  if (file === undefined) throw new UsageError('Say --tokens FILE, the tokens to hold the source against.');
  const prefix = prefixFrom(value('prefix'));
  const known = knownComponents(list('components'));
  if (prefix !== undefined && known.length === 0)
    throw new UsageError('Say --components FILE…, component files or a catalogue, whose names the prefix is in front of.');
  const opened = await openTokenFile(file);
  if (opened.root === undefined)
    for (const finding of opened.findings) if (finding.level === 'error') console.error(findingLine(finding));
  const files = readSources(folder);
  const named = known.map(({ name, props }) => ({ name, props: props.map((prop) => prop.name) }));
  const tags = files.flatMap((one) => ('read' in one ? (one.read.elements ?? []) : []).map(({ tag }) => tag));
  const names = known.length > 0 ? new ComponentNames(named, prefix === undefined ? wordsIn(tags, named) : [prefix]) : undefined;
  const { found: _, instances, ...result } = new Scanner(new Resolution(opened.system), names).scan(files);
  const { findings } = result;
  const told = names ? { ...result, components: instances.map(instanceJson) } : result;
  printFindings(findings, value('format'), told, scanText(result) + (names ? `\n${countsOf(instances)}` : ''));
  return opened.root === undefined ? 1 : statusOf(findings, value('fail-on') ?? 'never');
} // prettier-ignore

const instanceJson = ({ component, props, file, line, column }: ScannedInstance) => ({
  component,
  props: Object.fromEntries(props),
  at: { file, line, column },
});

function countsOf(instances: readonly ScannedInstance[]): string {
  const counts = new Map<string, number>();
  for (const { component } of instances) counts.set(component, (counts.get(component) ?? 0) + 1);
  const said = [...counts].sort((a, b) => b[1] - a[1]).map(([name, count]) => `${name} × ${count}`);
  return said.length === 0 ? 'No components of these names.' : `Components: ${said.join(', ')}.`;
}
