import type { DocumentRow } from '../access/authorise';
import { badRequest, notFound, Problem } from '../http/problem';
import { addJob } from '../jobs/job';
import { aside } from '../jobs/pool';
import { wakeRunner } from '../jobs/runner';
import { pinnedTokens, readablePins } from '../usage/against';
import { personIn, useCase, type Work } from '../use-case';
import { existingFolder, MAIN } from './folder';
import { branchesOf, commitOf, commonBase, differenceBetween, mergeInto, moveBranch } from './git';
import { storeProposal } from './propose';
import { scanNew } from './repository';

interface ProposalRow {
  id: string;
  document_id: string;
  branch: string;
  title: string;
  body: string;
  /** The commit it was made from. */
  base: string;
  state: 'open' | 'merged' | 'closed';
  person_id: string;
  at: string;
  ended_at: string | null;
}

const told = (row: ProposalRow & { by: string }) => ({
  id: row.id,
  branch: row.branch,
  title: row.title,
  state: row.state,
  by: row.by,
  at: row.at,
  ended: row.ended_at,
});

const rowsOf = (work: Work, { id }: DocumentRow) =>
  work
    .trx('proposals')
    .join('people', 'people.id', 'proposals.person_id')
    .where({ document_id: id })
    .orderBy('at', 'desc')
    .select('proposals.*', 'people.name as by');

async function rowOf(work: Work, document: DocumentRow, id: string): Promise<ProposalRow & { by: string }> {
  const row: (ProposalRow & { by: string }) | undefined = await rowsOf(work, document).where({ 'proposals.id': id }).first(); // prettier-ignore
  if (!row) throw notFound(`proposal ${id}`);
  return row;
}

/** The commit a proposal's branch stands at; by its very name, for a name may look like the hash of another commit. */
async function headOf(folder: string, branch: string): Promise<string> {
  const head = (await branchesOf(folder)).find(({ name }) => name === branch)?.commit;
  if (head === undefined) throw notFound(`branch called ${branch}`);
  return head;
}

const list = useCase('proposals.list', {
  needs: 'viewer',
  kind: 'product',
  document: (input) => input.slug,
  run: async (work, _input, row) => ({ proposals: ((await rowsOf(work, row)) as (ProposalRow & { by: string })[]).map(told) }), // prettier-ignore
});

const read = useCase('proposals.read', {
  needs: 'viewer',
  kind: 'product',
  document: (input) => input.slug,
  async ahead({ knex, look }, input, row) {
    const proposal = await look((work) => rowOf(work, row, input.id));
    const folder = await existingFolder(knex, row);
    const head = await headOf(folder, proposal.branch);
    const { clashes } = proposal.state === 'open' ? await mergeInto(folder, MAIN, head) : { clashes: [] };
    return { ...told(proposal), body: proposal.body, head, clashes, ...(await differenceBetween(folder, proposal.base, head)) };
  },
  run: async (_work, _input, _row, answer) => answer,
}); // prettier-ignore

/** As long as the checks of a proposal may take. */
const MOST_CHECK_SECONDS = 60;

/** What merging would make of the source, held against each library that may be read; of an ended one what its branch made of it. */
const checks = useCase('proposals.checks', {
  needs: 'viewer',
  kind: 'product',
  document: (input) => input.slug,
  async ahead({ knex, look }, input, row) {
    const { proposal, libraries } = await look(async (work) => {
      const open = await readablePins(work, row);
      const pinned = await pinnedTokens(work, row);
      return {
        proposal: await rowOf(work, row, input.id),
        libraries: open.flatMap(({ id, slug, name }) => pinned.flatMap((one) => (one.id === id ? [{ slug, name, against: one }] : []))),
      };
    });
    const folder = await existingFolder(knex, row);
    const head = await headOf(folder, proposal.branch);
    const main = await commitOf(folder, MAIN);
    const merged = proposal.state === 'open' ? await mergeInto(folder, MAIN, head) : undefined;
    const [before, after] = merged?.tree === undefined ? [proposal.base, head] : [main, merged.tree];
    const said = await aside('checkChange', { folder, before, after, libraries: libraries.map(({ against }) => against) }, 'The proposal', MOST_CHECK_SECONDS);
    return { libraries: libraries.map(({ slug, name, against: { version } }, i) => ({ slug, name, version, checks: said[i]! })) };
  },
  run: async (_work, _input, _row, answer) => answer,
}); // prettier-ignore

/** Proposes a branch that somebody pushed. */
const create = useCase('proposals.create', {
  needs: 'contributor',
  kind: 'product',
  document: (input) => input.slug,
  async ahead({ knex }, { branch }, row) {
    const folder = await existingFolder(knex, row);
    if (branch === MAIN) throw badRequest(`${MAIN} is what a proposal is merged into. Push another branch and propose that.`);
    const head = (await branchesOf(folder)).find(({ name }) => name === branch)?.commit;
    if (head === undefined) throw badRequest(`The repository has no branch called ${branch}. Push it first.`);
    const main = await commitOf(folder, MAIN);
    const base = await commonBase(folder, main, head);
    if (base === undefined) throw badRequest(`${branch} has no commit in common with ${MAIN}. Begin the branch from ${MAIN}.`);
    if (base === head) throw badRequest(`${branch} has no commit that ${MAIN} has not. There is nothing to merge.`);
    return base;
  },
  async run(work, { branch, title, body = '' }, row, base: string) {
    const open = await work.trx('proposals').where({ document_id: row.id, branch, state: 'open' }).first();
    if (open) throw badRequest(`${branch} is proposed already: “${open.title}”.`);
    return { id: await storeProposal(work, row, { base, branch, title, body }) };
  },
}); // prettier-ignore

/** Has values that certainly are tokens proposed as such. */
const migrate = useCase('proposals.migrate', {
  needs: 'contributor',
  kind: 'product',
  document: (input) => input.slug,
  async run(work, input, row) {
    await existingFolder(work.trx, row);
    const pins = await readablePins(work, row);
    const library = input.library === undefined ? pins[0] : pins.find(({ slug }) => slug === input.library);
    if (!library) throw notFound(`library called ${input.library ?? 'so'} that ${row.name} has pinned`);
    const job = await addJob(work, 'migration', row, personIn(work), {
      library: library.id,
      ...(input.replace && { replace: input.replace }),
    });
    work.afterCommit(wakeRunner);
    return { job };
  },
});

const ended = (state: string) =>
  new Problem(
    409,
    'ended',
    'The proposal has ended',
    `This proposal was ${state} already. Nothing was changed.`,
  );

/** Merges a proposal's branch as it stands now into the main branch, by git. */
const merge = useCase('proposals.merge', {
  needs: 'maintainer',
  kind: 'product',
  document: (input) => input.slug,
  async run(work, input, row) {
    const proposal = await rowOf(work, row, input.id);
    if (proposal.state !== 'open') throw ended(proposal.state);
    const folder = await existingFolder(work.trx, row);
    const main = await commitOf(folder, MAIN);
    const head = await headOf(folder, proposal.branch);
    const person = await work.trx('people').where({ id: personIn(work) }).first();
    // Merged by hand, or by a merge that moved the branch and could not be stored: it is there.
    const isThere = (await commonBase(folder, main, head)) === head;
    const { clashes, commit } = isThere ? { clashes: [], commit: main } : await mergeInto(folder, MAIN, head, { message: `${proposal.title}\n\n${proposal.body}`, author: person.name });
    if (commit === undefined)
      throw new Problem(409, 'clash', 'The branches clash', `${clashes.join(', ')} changed on ${MAIN} since. Merge ${MAIN} into ${proposal.branch} with git and push, or close the proposal and make another.`, { clashes });
    await work.trx('proposals').where({ id: proposal.id }).update({ state: 'merged', ended_at: work.now() });
    await scanNew(work, row, personIn(work));
    // Last: were it refused because somebody pushed meanwhile, nothing of this stands.
    if (!isThere) await moveBranch(folder, MAIN, commit, main);
    return { commit };
  },
}); // prettier-ignore

const close = useCase('proposals.close', {
  needs: 'contributor',
  kind: 'product',
  document: (input) => input.slug,
  async run(work, input, row) {
    const proposal = await rowOf(work, row, input.id);
    if (proposal.state !== 'open') throw ended(proposal.state);
    await work.trx('proposals').where({ id: proposal.id }).update({ state: 'closed', ended_at: work.now() });
    return {};
  },
});

export const proposalUseCases = [list, read, checks, create, migrate, merge, close];
