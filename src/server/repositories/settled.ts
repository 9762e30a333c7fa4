import type { Work } from '../use-case';
import { branchesOf, commonBase } from './git';
import { MAIN } from './folder';

/** Ends the open proposals whose branches are in main by now, merged by hand and pushed. */
export async function settleMerged({ trx, now }: Work, document: string, folder: string): Promise<void> {
  const open: { id: string; branch: string }[] = await trx('proposals').where({ document_id: document, state: 'open' }); // prettier-ignore
  if (open.length === 0) return;
  const commits = new Map((await branchesOf(folder)).map(({ name, commit }) => [name, commit]));
  const main = commits.get(MAIN);
  for (const { id, branch } of open) {
    const head = commits.get(branch);
    if (main !== undefined && head !== undefined && (await commonBase(folder, main, head)) === head)
      await trx('proposals').where({ id }).update({ state: 'merged', ended_at: now() });
  }
}
