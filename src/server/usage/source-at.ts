import { notWrittenWhy, type LeftOut } from '@/core/usage/not-written';
import { readerFor } from '@/core/usage/readers/registry';
import { readSourceFile, type ReadFile } from '@/core/usage/scan';
import { contentsNow, filesAtNow, MOST_SHOWN } from '../repositories/git';

/** Folders whose content others wrote. */
const OTHERS = /(^|\/)(node_modules|vendor|third_party)\//;

type Looked = ReadFile | LeftOut;

/**
 * What was read of repositories last, by their folder, the latest at the end: one job scans what a merge brought, the next what
 * another did, and between the two little has changed. Of each thread its own.
 */
const kept = new Map<string, Map<string, Looked>>();
/** As many characters of source are kept; of more only those of the latest repository. */
const MOST_KEPT = 8_000_000;

/** Reads the source of one commit after another: a file that stays as it is, is not read again. */
export class SourceReader {
  /** By content and name: a name says the language. */
  private looked: ReadonlyMap<string, Looked>;

  constructor(private readonly folder: string) {
    this.looked = kept.get(folder) ?? new Map();
  }

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
    keep(this.folder, now);
    return { files, leftOut };
  }
}

function keep(folder: string, looked: Map<string, Looked>): void {
  kept.delete(folder);
  kept.set(folder, looked);
  let characters = 0;
  for (const [other, files] of [...kept].reverse()) {
    for (const one of files.values()) if (typeof one !== 'string') characters += one.file.text.length;
    if (characters > MOST_KEPT && other !== folder) kept.delete(other);
  }
}

const look = (file: { name: string; text: string }): Looked => notWrittenWhy(file) ?? readSourceFile(file)!;
