import { Resolution } from '@/core/tokens/resolve';
import { readerFor } from '@/core/usage/readers/registry';
import { readSourceFile, Scanner, type ReadFile } from '@/core/usage/scan';
import { summaryOf, type ScanSummary } from '@/core/usage/summary';
import type { TokenSystem } from '@/core/tokens/system';
import type { Tell } from '../jobs/progress';
import { contentsNow, filesAtNow, MOST_SHOWN, type Commit } from '../repositories/git';

export interface AgainstLibrary {
  id: string;
  version: string;
  system: TokenSystem;
}

export interface ScannedCommit {
  commit: string;
  /** Which of the branch it is, the first being 0. */
  number: number;
  at: string;
  library: string;
  version: string;
  summary: ScanSummary;
}

/** Folders whose content others wrote. */
const OTHERS = /(^|\/)(node_modules|vendor|third_party)\//;

/**
 * Scans commits, the oldest first, against each library: what has been scanned at the version asked for is passed over, and
 * of a file that stays as it is from one commit to the next nothing is read or looked for again.
 */
export function scanCommits(
  { folder, commits, libraries, known }: { folder: string; commits: Commit[]; libraries: AgainstLibrary[]; known: string[] }, // prettier-ignore
  tell: Tell,
): ScannedCommit[] {
  const done = new Set(known);
  const scanners = libraries.map((library) => ({ library, scanner: new Scanner(new Resolution(library.system)) })); // prettier-ignore
  /** By content and name: a name says the language. */
  let read = new Map<string, ReadFile>();
  const scanned: ScannedCommit[] = [];
  for (const [i, commit] of [...commits].reverse().entries()) {
    const asked = scanners.filter(({ library }) => !done.has(`${commit.hash} ${library.id} ${library.version}`)); // prettier-ignore
    if (asked.length === 0) continue;
    tell({ done: i, of: commits.length, doing: `Commit ${i + 1} of ${commits.length}` });
    const entries = filesAtNow(folder, commit.hash).filter(({ name }) => readerFor(name) && !OTHERS.test(name)); // prettier-ignore
    const wanted = entries.filter(({ size }) => size <= MOST_SHOWN);
    const keyOf = ({ blob, name }: (typeof wanted)[number]) => `${blob} ${name}`;
    const fresh = wanted.filter((entry) => !read.has(keyOf(entry)));
    const texts = contentsNow(folder, fresh.map(({ blob }) => blob)); // prettier-ignore
    const anew = new Map(fresh.map((entry, n) => [keyOf(entry), readSourceFile({ name: entry.name, text: texts[n]! })!])); // prettier-ignore
    // What this commit holds is what the next may have kept.
    read = new Map(wanted.map((entry) => [keyOf(entry), read.get(keyOf(entry)) ?? anew.get(keyOf(entry))!]));
    const files = [...read.values()];
    for (const { library, scanner } of asked) {
      const summary = summaryOf(scanner.scan(files), files, entries.length - wanted.length);
      scanned.push({ commit: commit.hash, number: i, at: commit.at, library: library.id, version: library.version, summary }); // prettier-ignore
    }
  }
  tell({ done: commits.length, of: commits.length, doing: 'Storing' });
  return scanned;
}
