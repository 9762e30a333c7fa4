import type { DocumentRow } from '../access/authorise';
import { personIn, type Work } from '../use-case';
import { existingFolder } from './folder';
import { branchesOf, moveBranch, NO_COMMIT } from './git';

/** Stores a proposal of a branch; its id. */
export async function storeProposal(
  work: Work,
  product: DocumentRow,
  { base, branch, title, body }: { base: string; branch: string; title: string; body: string },
): Promise<string> {
  const id = work.newId('proposal');
  await work.trx('proposals').insert({
    id,
    document_id: product.id,
    branch,
    title,
    body,
    base,
    state: 'open',
    person_id: personIn(work),
    at: work.now(),
  });
  return id;
}

/** Offers a commit to a product's repository, as a branch of this name or, where it is taken, of one with a number. */
export async function propose(
  work: Work,
  product: DocumentRow,
  { base, head, branch: wished, title, body }: { base: string; head: string; branch: string; title: string; body: string }, // prettier-ignore
): Promise<{ id: string; branch: string }> {
  const folder = await existingFolder(work.trx, product);
  const taken = new Set((await branchesOf(folder)).map(({ name }) => name));
  let branch = wished;
  for (let n = 2; taken.has(branch); n++) branch = `${wished}-${n}`;
  const id = await storeProposal(work, product, { base, branch, title, body });
  // Last: should it fail, nothing of this stands.
  await moveBranch(folder, branch, head, NO_COMMIT);
  return { id, branch };
}
