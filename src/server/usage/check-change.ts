import { Resolution } from '@/core/tokens/resolve';
import { checkChange as check, type CheckedChange } from '@/core/usage/changes/registry';
import { Scanner } from '@/core/usage/scan';
import type { AgainstLibrary } from './against';
import { SourceReader } from './source-at';

/** What every check says of a change from one tree of a repository to another, held against each library. */
export function checkChange({ folder, before, after, libraries }: { folder: string; before: string; after: string; libraries: AgainstLibrary[] }): CheckedChange[][] {
  // One reader: what both trees hold is read once, and scanned once for each library.
  const source = new SourceReader(folder);
  const [old, now] = [source.at(before).files, source.at(after).files];
  return libraries.map(({ system }) => {
    const scanner = new Scanner(new Resolution(system));
    return check({ files: old, scan: scanner.scan(old) }, { files: now, scan: scanner.scan(now) });
  });
} // prettier-ignore
