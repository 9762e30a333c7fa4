import { readerFor } from '@/core/usage/readers/registry';
import { readSourceFile, type ReadFile } from '@/core/usage/scan';
import { contentsNow, filesAtNow, MOST_SHOWN } from '../repositories/git';

/** Folders whose content others wrote. */
const OTHERS = /(^|\/)(node_modules|vendor|third_party)\//;

/** Reads the source of one commit after another: a file that stays as it is, is not read again. */
export class SourceReader {
  /** By content and name: a name says the language. */
  private read = new Map<string, ReadFile>();

  constructor(private readonly folder: string) {}

  /** The files of a commit that some reader knows, and how many of them are too large. */
  at(commit: string): { files: ReadFile[]; leftOut: number } {
    const entries = filesAtNow(this.folder, commit).filter(({ name }) => readerFor(name) && !OTHERS.test(name)); // prettier-ignore
    const wanted = entries.filter(({ size }) => size <= MOST_SHOWN);
    const keyOf = ({ blob, name }: (typeof wanted)[number]) => `${blob} ${name}`;
    const fresh = wanted.filter((entry) => !this.read.has(keyOf(entry)));
    const texts = contentsNow(this.folder, fresh.map(({ blob }) => blob)); // prettier-ignore
    const anew = new Map(fresh.map((entry, n) => [keyOf(entry), readSourceFile({ name: entry.name, text: texts[n]! })!])); // prettier-ignore
    // What this commit holds is what the next may have kept.
    this.read = new Map(wanted.map((entry) => [keyOf(entry), this.read.get(keyOf(entry)) ?? anew.get(keyOf(entry))!])); // prettier-ignore
    return { files: [...this.read.values()], leftOut: entries.length - wanted.length };
  }
}
