import type { ValuePart } from '../base/css/value-parts';
import { ExpectedError } from '../base/errors';
import type { Naming } from '../outputs/output';

/** A value in a file of source code that could be a token, or a reference that could be to one. */
export interface SourcePart {
  kind: ValuePart['kind'];
  /** Offsets in the file, in UTF-16 units: the text as it stands there. */
  from: number;
  to: number;
  /** Of a value its CSS; of a reference its name without the sign of its language. */
  text: string;
  naming?: Naming;
  /** The CSS property it is said of, in lower case with hyphens; '' where the language has none. */
  property: string;
  /** Whether the text it stands in is put together from pieces: not to be exchanged. */
  built: boolean;
  /** Whether it stands within a function that a preprocessor computes. */
  computed?: boolean;
}

/** An element of markup, or a component function used as one. */
export interface SourceElement {
  /** Offset in the file. */
  from: number;
  tag: string;
  /** What is said of it; null where it is worked out. */
  attributes: Readonly<Record<string, string | null>>;
  /** The name and module that a script imports it by. */
  imported?: { name: string; module: string };
}

export interface ReadSource {
  parts: SourcePart[];
  /** Names the file sets itself, with their sign: `--x`, `$x`, `@x`. */
  sets: string[];
  /** Of languages with markup. */
  elements?: SourceElement[];
}

/** A kind of source file: one file in this folder and one line in the registry. */
export interface UsageReader {
  name: string;
  /** The names of files it reads. */
  files: RegExp;
  /** @throws UnreadableSource */
  read(text: string, file: string): ReadSource;
}

/** Why a file of source code cannot be read, and where. */
export class UnreadableSource extends ExpectedError {
  override readonly name = 'UnreadableSource';
  constructor(
    message: string,
    /** Lines and columns count from 1. */
    readonly at: { line?: number; column?: number } = {},
  ) {
    super(message);
  }
}

/** The parts of a CSS value that begins at an offset of a file. */
export const partsAt = (
  parts: readonly ValuePart[],
  offset: number,
  property: string,
  built = false,
): SourcePart[] =>
  parts.map(({ kind, from, to, text, computed }) => ({
    kind,
    from: offset + from,
    to: offset + to,
    property,
    built,
    ...(computed && { computed }),
    ...(kind === 'reference' ? { text: text.replace(/^(--|[$@])/, ''), naming: namingOf(text) } : { text }),
  }));

const namingOf = (name: string): Naming =>
  name.startsWith('$') ? 'scss' : name.startsWith('@') ? 'less' : 'custom property';
