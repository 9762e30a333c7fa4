import type { Json } from '@/core/base/json/json';
import { counted } from '@/core/base/words';
import { branchesOf, commitsFrom, type Commit } from '../../repositories/git';
import { existingFolder, MAIN } from '../../repositories/folder';
import { pinnedTokens, type AgainstLibrary } from '../../usage/against';
import type { ScannedCommit } from '../../usage/scan-commits';
import { jobKind } from '../job';
import { aside } from '../pool';

/** As long as the scan of all commits of a repository may take. */
const MOST_SECONDS = 1200;
const MOST_COMMITS = 50_000;

/** Every commit of the main branch that was not scanned yet against the releases the product has pinned. */
export const scan = jobKind<Record<string, Json>, { folder: string; commits: Commit[]; libraries: AgainstLibrary[]; known: string[] }, ScannedCommit[]>({
  kind: 'scan',
  label: 'Scan',
  needs: 'viewer',
  page: 'code',
  idempotent: true,
  async read(work, document) {
    const folder = await existingFolder(work.trx, document);
    const branches = await branchesOf(folder);
    const commits = branches.some(({ name }) => name === MAIN) ? await commitsFrom(folder, `refs/heads/${MAIN}`, { most: MOST_COMMITS }) : [];
    const libraries = await pinnedTokens(work, document);
    const rows: { commit_hash: string; library_id: string; version: string }[] = await work
      .trx('scans')
      .where({ document_id: document.id })
      .select('commit_hash', 'library_id', 'version');
    return { folder, commits, libraries, known: rows.map((row) => `${row.commit_hash} ${row.library_id} ${row.version}`) };
  },
  compute: (read, beside) => aside('scanCommits', read, 'The repository', MOST_SECONDS, beside),
  async commit(work, document, _input, scanned) {
    for (const { commit, number, at, library, version, summary } of scanned) {
      const { found, ...counts } = summary;
      const row = { document_id: document.id, number, commit_hash: commit, library_id: library, version, at, counts: JSON.stringify(counts), found: JSON.stringify(found) };
      await work.trx('scans').insert(row).onConflict(['document_id', 'commit_hash', 'library_id']).merge();
    }
    const commits = new Set(scanned.map(({ commit }) => commit)).size;
    return commits === 0 ? 'Every commit was scanned already' : `${counted(commits, 'commit')} scanned`;
  },
}); // prettier-ignore
