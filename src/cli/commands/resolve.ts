import { toPlain } from '@/core/base/json/json';
import { cssLine, cssText } from '@/core/tokens/css-text';
import { Resolution } from '@/core/tokens/resolve';
import { openTokenFile, withPlaces } from '@/files/token-files';
import { contextFrom, findingJson, findingLine, readArguments } from '../arguments';

export async function run(words: string[]): Promise<number> {
  const { positionals, value, list } = readArguments(words, ['FILE'], {
    values: { format: ['json', 'table'] },
    lists: ['context'],
  });
  const opened = await openTokenFile(positionals[0]!);
  const context = contextFrom(list('context'), opened.system.axes);
  const resolution = new Resolution(opened.system, [context]);
  const findings = [
    ...opened.findings,
    ...withPlaces(
      opened,
      resolution.findings().map(({ context: _context, ...finding }) => finding),
    ),
  ];
  const failed = findings.some((finding) => finding.level === 'error');
  const rows = resolution.paths.flatMap((path) => {
    const resolved = resolution.value(path, 0);
    return resolved ? [{ path, resolved }] : [];
  });
  if (value('format') === 'table') {
    const width = Math.min(60, Math.max(0, ...rows.map(({ path }) => path.length)));
    for (const { path, resolved } of rows)
      console.log(`${path.padEnd(width)}  ${resolved.type.padEnd(11)}  ${cssLine(resolved)}`);
    for (const finding of findings) console.error(findingLine(finding));
    return failed ? 1 : 0;
  }
  // Written member by member: a name such as 50 or __proto__ stays where it stands.
  const tokens = rows.map(({ path, resolved }) => {
    const body = {
      type: resolved.type,
      value: toPlain(resolved.value),
      css: cssText(resolved),
      chain: resolution.chain(path, 0),
    };
    return `    ${JSON.stringify(path)}: ${JSON.stringify(body)}`;
  });
  process.stdout.write(
    `{\n  "context": ${JSON.stringify(context)},\n  "tokens": {${tokens.length ? '\n' + tokens.join(',\n') + '\n  ' : ''}},\n  "findings": ${JSON.stringify(findings.map(findingJson))}\n}\n`,
  );
  return failed ? 1 : 0;
}
