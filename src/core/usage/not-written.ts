import type { SourceFile } from './scan';

/** Why a file of a known language is not counted as source. */
export type LeftOut = 'large' | 'minified' | 'generated';

/** What stands at the head of files that programs write (the convention of Go and of many generators). */
const MARKED = /@generated\b|\bdo not (edit|modify)\b/i;
/** UTF-16 code units in which that is looked for. */
const HEAD = 1000;
/** Code units from which on a file can be told to be minified, and of a line on average in one that is. */
const MINIFIED = { least: 2000, line: 400 } as const;

/** Why a file is none that people write; undefined where it is one. */
export function notWrittenWhy({ name, text }: SourceFile): 'minified' | 'generated' | undefined {
  if (MARKED.test(text.slice(0, HEAD))) return 'generated';
  if (/[.-]min\.(css|js)$/i.test(name)) return 'minified';
  // Drawings and pages have long lines by nature: data, and text.
  if (!/\.(css|js)$/i.test(name) || text.length < MINIFIED.least) return undefined;
  const lines = text.split(/\r\n|\n|\r/).filter((line) => line.trim() !== '').length;
  return text.length / Math.max(1, lines) > MINIFIED.line ? 'minified' : undefined;
}
