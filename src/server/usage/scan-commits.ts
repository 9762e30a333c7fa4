import { Resolution } from '@/core/tokens/resolve';
import { ComponentNames } from '@/core/usage/component-names';
import { Scanner } from '@/core/usage/scan';
import { summaryOf, type ScanSummary } from '@/core/usage/summary';
import type { Tell } from '../jobs/progress';
import type { Commit } from '../repositories/git';
import type { AgainstLibrary } from './against';
import { SourceReader } from './source-at';

export interface ScannedCommit {
  commit: string;
  /** Which of the branch it is, the first being 0. */
  number: number;
  at: string;
  library: string;
  version: string;
  summary: ScanSummary;
}

/**
 * Scans commits, the oldest first, against each library: what has been scanned at the version asked for is passed over, and
 * of a file that stays as it is from one commit to the next nothing is read or looked for again.
 */
export function scanCommits(
  { folder, commits, libraries, known }: { folder: string; commits: Commit[]; libraries: AgainstLibrary[]; known: string[] }, // prettier-ignore
  tell: Tell,
): ScannedCommit[] {
  const done = new Set(known);
  const scanners = libraries.map((library) => ({ library, scanner: new Scanner(new Resolution(library.system), new ComponentNames(library.components, library.words)) })); // prettier-ignore
  const source = new SourceReader(folder);
  const scanned: ScannedCommit[] = [];
  for (const [number, { hash, at }] of [...commits].reverse().entries()) {
    const asked = scanners.filter(({ library: { id, version } }) => !done.has(`${hash} ${id} ${version}`));
    if (asked.length === 0) continue;
    tell({ done: number, of: commits.length, doing: `Commit ${number + 1} of ${commits.length}` });
    const { files, leftOut } = source.at(hash);
    for (const { library, scanner } of asked) {
      const summary = summaryOf(scanner.scan(files), files, leftOut);
      scanned.push({ commit: hash, number, at, library: library.id, version: library.version, summary });
    }
  }
  tell({ done: commits.length, of: commits.length, doing: 'Storing' });
  return scanned;
}
