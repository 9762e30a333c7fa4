import { ExpectedError } from '../../base/errors';
import type { CodeLink } from '../definition';

export type CodeProp = CodeLink['props'][number] & { default?: string; description?: string };

/** A component as code has it. */
export interface CodeComponent {
  name: string;
  props: CodeProp[];
}

/** A form of code that props are read from: one file in this folder and one line in the registry. */
export interface SourceReader {
  /** What people call it. */
  label: string;
  accepts(file: string): boolean;
  /** @throws SourceProblem */
  read(file: string, text: string): CodeComponent[];
}

/** Code that cannot be read, in words. */
export class SourceProblem extends ExpectedError {
  override readonly name = 'SourceProblem';
  constructor(
    message: string,
    readonly fix: string,
  ) {
    super(message);
  }
}

/** The kind of prop that a TypeScript type is: of a union of words a choice, of a boolean a flag. */
export function kindOfType(type: string): Pick<CodeProp, 'kind' | 'values'> {
  const members = type
    .split('|')
    .map((member) => member.trim())
    .filter((member) => member !== '' && !/^(undefined|null)$/.test(member));
  const words = members.flatMap((member) => /^(["'`])([^"'`]*)\1$/.exec(member)?.[2] ?? []);
  if (words.length > 0 && words.length === members.length) return { kind: 'choice', values: words };
  if (members.length > 0 && members.every((member) => /^(boolean|true|false)$/.test(member)))
    return { kind: 'flag', values: [] };
  if (
    members.some((member) =>
      /(ReactNode|ReactElement|JSX\.Element|\bElement\b|Snippet|TemplateResult|Slot)/.test(member),
    )
  )
    return { kind: 'slot', values: [] };
  return { kind: 'text', values: [] };
}
