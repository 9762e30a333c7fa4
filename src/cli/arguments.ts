import { ExpectedError } from '@/core/base/errors';
import { parseArgs } from 'node:util';
import { defaultContext, type Axis, type Context } from '@/core/tokens/system';

/** Words on the command line that do not fit the command. */
export class UsageError extends ExpectedError {
  override readonly name = 'UsageError';
}

interface Options {
  /** Options that take a value, each with the values allowed (empty: any). */
  values?: Record<string, readonly string[]>;
  /** Options that may be given several times. */
  lists?: readonly string[];
  /** Options that take all words up to the next option. */
  many?: readonly string[];
  /** Options that stand by themselves. */
  flags?: readonly string[];
}

/** @param files what stands without an option; the last may be one or more, written with `…` */
export function readArguments(
  words: string[],
  files: string[],
  { values = {}, lists = [], flags = [], many = [] }: Options,
) {
  const options: Record<string, { type: 'string' | 'boolean'; multiple?: boolean }> = {};
  for (const name of Object.keys(values)) options[name] = { type: 'string' };
  for (const name of [...lists, ...many]) options[name] = { type: 'string', multiple: true };
  for (const name of flags) options[name] = { type: 'boolean' };
  let parsed;
  try {
    parsed = parseArgs({ args: spread(words, many), options, allowPositionals: true, strict: true });
  } catch (error) {
    throw new UsageError((error as Error).message.split('. ')[0] + '.');
  }
  const { positionals } = parsed;
  const several = files.at(-1)?.endsWith('…') === true;
  if (positionals.length < files.length || (!several && positionals.length > files.length))
    throw new UsageError(
      positionals.length < files.length
        ? `${files[positionals.length]!.replace('…', '')} is missing.`
        : `${positionals[files.length]!} is one too many.`,
    );
  const found = parsed.values as Record<string, string | string[] | boolean | undefined>;
  for (const [name, allowed] of Object.entries(values)) {
    const value = found[name];
    if (typeof value === 'string' && allowed.length > 0 && !allowed.includes(value))
      throw new UsageError(`--${name} is ${allowed.join(' or ')}, not ${value}.`);
  }
  return {
    positionals,
    has: (name: string): boolean => found[name] === true,
    value: (name: string): string | undefined => found[name] as string | undefined,
    list: (name: string): string[] => (found[name] as string[] | undefined) ?? [],
  };
}

/** `--components a b c` as the option given three times. */
function spread(words: readonly string[], many: readonly string[]): string[] {
  const spelled: string[] = [];
  let open: string | undefined;
  words.forEach((word, i) => {
    if (word.startsWith('--')) {
      open = many.includes(word.slice(2)) ? word : undefined;
      if (open === undefined || i + 1 === words.length || words[i + 1]!.startsWith('--')) spelled.push(word);
    } else if (open === undefined) spelled.push(word);
    else spelled.push(open, word);
  });
  return spelled;
}

/** A full combination from `AXIS=CONTEXT` words, defaults filled in. */
export function contextFrom(words: string[], axes: readonly Axis[]): Context {
  const context = defaultContext(axes);
  const given = new Set<string>();
  for (const word of words) {
    const [name, value] = [word.slice(0, word.indexOf('=')), word.slice(word.indexOf('=') + 1)];
    const axis = axes.find((other) => other.name === name);
    if (!word.includes('=')) throw new UsageError(`--context takes AXIS=CONTEXT, not ${word}.`);
    if (!axis)
      throw new UsageError(
        `There is no axis ${name}. Known: ${axes.map((other) => other.name).join(', ') || 'none'}.`,
      );
    if (!axis.contexts.includes(value))
      throw new UsageError(`${name} has no context ${value}. Known: ${axis.contexts.join(', ')}.`);
    context[name] = value;
    given.add(name);
  }
  const untold = axes.find((axis) => axis.default === undefined && !given.has(axis.name));
  if (untold)
    throw new UsageError(
      `${untold.name} has no default: say --context ${untold.name}=… (${untold.contexts.join(', ')}).`,
    );
  return context;
}

export function findingLine(finding: {
  level: string;
  code: string;
  message: string;
  fix?: string;
  at?: { file?: string; line?: number; column?: number };
}): string {
  const place = finding.at?.file
    ? `${finding.at.file}${finding.at.line ? `:${finding.at.line}${finding.at.column ? `:${finding.at.column}` : ''}` : ''}: `
    : '';
  return `${place}${finding.level} ${finding.code}: ${finding.message}${finding.fix ? ` → ${finding.fix}` : ''}`;
}

/** A finding as the command line prints it: what the program calls its level is `severity` there. */
export const findingJson = <F extends { code: string; level: string }>({ code, level, ...rest }: F) => ({
  code,
  severity: level,
  ...rest,
});
