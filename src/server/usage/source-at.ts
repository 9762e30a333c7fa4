import { notWrittenWhy, type LeftOut } from '@/core/usage/not-written';
import { readerFor } from '@/core/usage/readers/registry';
import { readSourceFile, type ReadFile } from '@/core/usage/scan';
import { contentsNow, filesAtNow, MOST_SHOWN } from '../repositories/git';

/** Folders whose content others wrote. */
const OTHERS = /(^|\/)(node_modules|vendor|third_party)\//;

type Looked = ReadFile | LeftOut;

/** Reads the source of one commit after another: a file that stays as it is, is not read again. */
export class SourceReader {
  /** By content and name: a name says the language. */
  private looked = new Map<string, Looked>();

  constructor(private readonly folder: string) {}

  /** The files of a commit that some reader knows and people wrote, and those that are left out, with the reason. */
  at(commit: string): { files: ReadFile[]; leftOut: { file: string; why: LeftOut }[] } {
    const entries = filesAtNow(this.folder, commit).filter(({ name }) => readerFor(name) && !OTHERS.test(name)); // prettier-ignore
    const keyOf = ({ blob, name }: (typeof entries)[number]) => `${blob} ${name}`;
    const fresh = entries.filter((entry) => entry.size <= MOST_SHOWN && !this.looked.has(keyOf(entry)));
    const texts = contentsNow(this.folder, fresh.map(({ blob }) => blob)); // prettier-ignore
    const anew = new Map(
      fresh.map((entry, n) => [keyOf(entry), look({ name: entry.name, text: texts[n]! })]),
    );
    // What this commit holds is what the next may have kept.
    const now = new Map<string, Looked>();
    const files: ReadFile[] = [];
    const leftOut: { file: string; why: LeftOut }[] = [];
    for (const entry of entries) {
      const key = keyOf(entry);
      const one = this.looked.get(key) ?? anew.get(key) ?? 'large';
      now.set(key, one);
      if (typeof one === 'string') leftOut.push({ file: entry.name, why: one });
      else files.push(one);
    }
    this.looked = now;
    return { files, leftOut };
  }
}

const look = (file: { name: string; text: string }): Looked => notWrittenWhy(file) ?? readSourceFile(file)!;
