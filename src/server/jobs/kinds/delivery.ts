import { createHash } from 'node:crypto';
import { itemsOf } from '@/core/document/item';
import { counted } from '@/core/base/words';
import type { OutputFile } from '@/core/outputs/output';
import type { OutputItem } from '@/core/outputs/output-item';
import { authorise, named, type DocumentRow } from '../../access/authorise';
import { draftOf, loadDocument } from '../../documents/store';
import { badRequest } from '../../http/problem';
import { deliveriesOf, type DeliveredFile } from '../../outputs/delivery-rows';
import { filesInFolder, putFolder } from '../../outputs/delivery-folder';
import type { DeliveryInput } from '../../outputs/write-delivery';
import { ancestorsOf, noRelease, releaseItems, releaseOf, releasesOf, toldOf } from '../../releases/store';
import { existingFolder, MAIN } from '../../repositories/folder';
import { branchesOf, commitWith } from '../../repositories/git';
import { propose } from '../../repositories/propose';
import { personIn, type Work } from '../../use-case';
import { jobKind } from '../job';
import { aside } from '../pool';

const MOST_SECONDS = 300;

interface Input {
  output: string;
  /** Of a release; undefined: the newest. */
  version?: string;
}
interface Read {
  output: OutputItem;
  version: string;
  written: DeliveryInput;
  /** Names of files that deliveries before this one may have left there. */
  before: string[];
  repository?: { folder: string; base: string; author: string; message: string };
  previous?: { branch: string; commit: string };
}
interface Answer {
  output: OutputItem;
  version: string;
  files: OutputFile[];
  repository?: { base: string; head: string | undefined; proposed: boolean };
}

/** Whether a delivery still stands as it was made: its proposal is open, and nobody has pushed to its branch. */
async function openProposal(work: Work, delivery: { proposal_id: string | null } | undefined) {
  if (!delivery?.proposal_id) return undefined;
  return (await work.trx('proposals').where({ id: delivery.proposal_id, state: 'open' }).first()) as
    { id: string; branch: string } | undefined;
}

/** What an output delivered to where it delivers now, the newest first. */
const deliveriesTo = async (work: Work, document: DocumentRow, { id, destination }: OutputItem) =>
  (await deliveriesOf(work.trx, document.id)).filter(
    (row) => row.output_id === id && row.destination === JSON.stringify(destination),
  );

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

/** The files of one output, made of a release and brought where the output says. */
export const delivery = jobKind<Input, Read, Answer>({
  kind: 'delivery',
  label: 'Delivery',
  needs: 'maintainer',
  idempotent: true,
  async read(work, document, input) {
    const { items: draft } = await loadDocument(work.trx, await draftOf(work.trx, document.id), 'library');
    const output = itemsOf(draft, 'output').find(({ id }) => id === input.output);
    if (!output) throw badRequest('The output was removed meanwhile. Nothing was delivered.');
    const version = input.version ?? (await releasesOf(work.trx, document.id))[0]?.version;
    if (version === undefined) throw badRequest(`${document.name} has no release yet. Release first, then deliver.`);
    const release = await releaseOf(work.trx, document.id, version);
    if (!release) throw noRelease(version, document.name);
    const items = await releaseItems(work.trx, release.id);
    const written = { output, ancestors: await ancestorsOf(work, items), items };
    const { destination } = output;
    const all = await deliveriesTo(work, document, output);
    const last = all[0];
    const before = [...new Set(all.flatMap(({ files }) => (JSON.parse(files) as DeliveredFile[]).map(({ name }) => name)))];
    if (destination.kind !== 'repository') return { output, version, written, before };
    const product = await productOf(work, document, destination.product);
    const folder = await existingFolder(work.trx, product);
    const base = (await branchesOf(folder)).find(({ name }) => name === MAIN)?.commit;
    if (base === undefined) throw badRequest(`The repository of ${product.name} has no commit on ${MAIN} yet. Push one, then deliver again.`);
    const { name: author } = await work.trx('people').where({ id: personIn(work) }).first();
    const { notes } = await toldOf(work, release);
    const open = await openProposal(work, last);
    return {
      output,
      version,
      written,
      before,
      repository: { folder, base, author, message: `${document.name} ${version}: ${output.name}\n\n${notes}` },
      ...(open && last?.commit_hash && { previous: { branch: open.branch, commit: last.commit_hash } }),
    };
  },
  async compute({ output, version, written, before, repository, previous }, beside) {
    const files = await aside('writeDelivery', written, 'The files', MOST_SECONDS, beside);
    if (!repository || output.destination.kind !== 'repository') return { output, version, files };
    const { folder: into } = output.destination;
    const names = new Set(files.map(({ name }) => name));
    const committed = [
      ...files.map(({ name, text }) => ({ name: `${into}/${name}`, text })),
      ...before.filter((name) => !names.has(name)).map((name) => ({ name: `${into}/${name}`, text: null })),
    ];
    const { folder, ...rest } = repository;
    // What is made here stands on no branch yet: should storing fail nobody ever sees it.
    const head = await commitWith(folder, { ...rest, files: committed });
    // The same may have been proposed already, and wait to be merged.
    const proposed = head !== undefined && previous !== undefined && (await commitWith(folder, { ...rest, base: previous.commit, files: committed })) === undefined;
    return { output, version, files, repository: { base: rest.base, head: proposed ? undefined : head, proposed } };
  },
  async commit(work, document, _input, { output, version, files, repository }) {
    const { destination } = output;
    const delivered = files.map(({ name, text }) => ({ name, size: Buffer.byteLength(text), hash: createHash('sha256').update(text).digest('hex') }));
    const row = {
      id: work.newId('delivery'),
      document_id: document.id,
      output_id: output.id,
      name: output.name,
      version,
      destination: JSON.stringify(destination),
      files: JSON.stringify(delivered),
      person_id: personIn(work),
      at: work.now(),
      changed: true,
      proposal_id: null as string | null,
      commit_hash: null as string | null,
    };
    for (const [at, { hash }] of delivered.entries())
      await work.trx('delivered_files').insert({ hash, text: files[at]!.text }).onConflict('hash').ignore();
    const [last] = await deliveriesTo(work, document, output);
    let came: string;
    if (destination.kind === 'repository') {
      const product = await productOf(work, document, destination.product);
      const open = await openProposal(work, last);
      const { head, base, proposed } = repository!;
      if (head === undefined) {
        row.changed = false;
        // What waits to be merged is still what it proposed.
        row.proposal_id = proposed ? (open?.id ?? null) : null;
        row.commit_hash = proposed ? (last?.commit_hash ?? null) : null;
        came = proposed ? `The same is proposed already, on the branch ${open?.branch ?? ''}` : `Nothing changed: ${product.name} has these files`;
      } else {
        await replace(work, product, open, last?.commit_hash);
        const { notes } = await toldOf(work, (await releaseOf(work.trx, document.id, version))!);
        const { id, branch } = await propose(work, product, {
          base,
          head,
          branch: `${branchName(output.name)}-${version}`,
          title: `${document.name} ${version}: ${output.name}`,
          body: notes,
        });
        row.proposal_id = id;
        row.commit_hash = head;
        came = `${counted(files.length, 'file')} proposed to ${product.name} on the branch ${branch}`;
      }
    } else if (destination.kind === 'folder') {
      row.changed = filesInFolder(document.slug, destination.folder, files) === false;
      if (row.changed) putFolder(document.slug, destination.folder, files, work.newId('delivery'));
      came = row.changed ? `${counted(files.length, 'file')} written to ${destination.folder}` : `Nothing changed in ${destination.folder}`;
    } else {
      row.changed = last?.files !== row.files;
      came = row.changed ? `${counted(files.length, 'file')} to download` : 'Nothing changed since the last delivery';
    }
    await work.trx('deliveries').insert(row);
    return came;
  },
}); // prettier-ignore

/** A proposal that a newer delivery takes the place of is closed, unless somebody has pushed to its branch. */
async function replace(
  work: Work,
  product: DocumentRow,
  open: { id: string; branch: string } | undefined,
  made: string | null | undefined,
): Promise<void> {
  if (!open) return;
  const branches = await branchesOf(await existingFolder(work.trx, product));
  if (branches.find(({ name }) => name === open.branch)?.commit !== made) return;
  await work.trx('proposals').where({ id: open.id }).update({ state: 'closed', ended_at: work.now() });
}

const branchName = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'delivery';
