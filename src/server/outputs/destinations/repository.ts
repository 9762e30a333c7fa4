import { itemsOf } from '@/core/document/item';
import { counted } from '@/core/base/words';
import type { Destination } from '@/core/outputs/output-item';
import { authorise, named, type DocumentRow } from '../../access/authorise';
import { draftOf, loadDocument } from '../../documents/store';
import { badRequest } from '../../http/problem';
import { toldOf } from '../../releases/store';
import { existingFolder, MAIN } from '../../repositories/folder';
import { branchesOf, commitWith } from '../../repositories/git';
import { propose } from '../../repositories/propose';
import { personIn, type Work } from '../../use-case';
import { filesOf, type DeliveryRow } from '../delivery-rows';
import { contentOf } from '../uploaded';
import { destinationKind, type Going } from './destination';

type Repository = Extract<Destination, { kind: 'repository' }>;
interface Known {
  folder: string;
  base: string;
  author: string;
  notes: string;
  /** What waits to be merged of the delivery before. */
  open: Proposed | undefined;
}
interface Proposed {
  id: string;
  branch: string;
  /** As it was proposed; somebody may have pushed to the branch since. */
  commit: string;
}
interface Made extends Known {
  /** Undefined: the files are there already, or `open` has them. */
  head: string | undefined;
  isProposed: boolean;
}

/** A product's repository: what is other than on its main branch is proposed as a branch, with the release notes. */
export const repository = destinationKind<Repository, Known, Made>({
  kind: 'repository',
  async read(work, { library, release, destination, before: [last] }) {
    const product = await productOf(work, library, destination.product);
    const folder = await existingFolder(work.trx, product);
    const base = (await branchesOf(folder)).find(({ name }) => name === MAIN)?.commit;
    if (base === undefined)
      throw badRequest(
        `The repository of ${product.name} has no commit on ${MAIN} yet. Push one, then deliver again.`,
      );
    const { name: author } = await work
      .trx('people')
      .where({ id: personIn(work) })
      .first();
    const { notes } = await toldOf(work, release);
    return { folder, base, author, notes, open: await openProposal(work, last) };
  },
  async prepare(going, files, known) {
    const { destination, before } = going;
    const into = (name: string) => `${destination.folder}/${name}`;
    const names = new Set(files.map(({ name }) => name));
    const gone = new Set(before.flatMap((row) => filesOf(row).map(({ name }) => name)).filter((name) => !names.has(name)));
    const { folder, base, author, notes, open } = known;
    const asked = {
      files: [
        ...files.map((file) => ({ name: into(file.name), content: contentOf(file, going.uploaded) })),
        ...[...gone].map((name) => ({ name: into(name), content: null })),
      ],
      message: `${titleOf(going)}\n\n${notes}`,
      author,
    };
    const head = await commitWith(folder, { ...asked, base });
    // The same may have been proposed already, and wait to be merged.
    const isProposed = head !== undefined && open !== undefined && (await commitWith(folder, { ...asked, base: open.commit })) === undefined;
    return { ...known, head: isProposed ? undefined : head, isProposed };
  }, // prettier-ignore
  async bring(work, going, files, { head, isProposed, base, notes, open }) {
    const product = await productOf(work, going.library, going.destination.product);
    if (head === undefined)
      return isProposed && open
        ? {
            changed: false,
            said: `The same is proposed already, on the branch ${open.branch}`,
            proposal: open,
          }
        : { changed: false, said: `Nothing changed: ${product.name} has these files` };
    if (open) await replace(work, product, open);
    const { id, branch } = await propose(work, product, {
      base,
      head,
      branch: `${branchName(going.output.name)}-${going.release.version}`,
      title: titleOf(going),
      body: notes,
    });
    return {
      changed: true,
      said: `${counted(files.length, 'file')} proposed to ${product.name} on the branch ${branch}`,
      proposal: { id, commit: head },
    };
  },
});

const titleOf = ({ library, release, output }: Going): string =>
  `${library.name} ${release.version}: ${output.name}`;

/**
 * The product whose repository is proposed to, for who may read it, and where it has pinned the library, or one may propose
 * changes to it: a pin says that releases of the library are wanted, and who maintains the product decides what is merged.
 */
async function productOf(work: Work, library: DocumentRow, id: string): Promise<DocumentRow> {
  const product = await named(work, 'product', { id });
  const { items } = await loadDocument(work.trx, await draftOf(work.trx, id), 'product');
  const isPinned = itemsOf(items, 'pin').some((pin) => pin.library.id === library.id);
  if (!isPinned) await authorise(work.trx, work.actor, 'contributor', product);
  return product;
}

/** The proposal a delivery came to, while it is open. */
async function openProposal(work: Work, delivery: DeliveryRow | undefined): Promise<Proposed | undefined> {
  if (!delivery?.proposal_id) return undefined;
  const row: { id: string; branch: string } | undefined = await work
    .trx('proposals')
    .where({ id: delivery.proposal_id, state: 'open' })
    .first();
  return row && { id: row.id, branch: row.branch, commit: delivery.commit_hash! };
}

/** Closes a proposal that a newer delivery takes the place of, unless somebody has pushed to its branch. */
async function replace(work: Work, product: DocumentRow, { id, branch, commit }: Proposed): Promise<void> {
  const branches = await branchesOf(await existingFolder(work.trx, product));
  if (branches.find(({ name }) => name === branch)?.commit !== commit) return;
  await work.trx('proposals').where({ id }).update({ state: 'closed', ended_at: work.now() });
}

const branchName = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'delivery';
