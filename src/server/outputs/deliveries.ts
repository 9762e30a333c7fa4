import { itemsOf } from '@/core/document/item';
import type { Destination } from '@/core/outputs/output-item';
import { allReadable, type DocumentRow } from '../access/authorise';
import { draftOf, loadDocument } from '../documents/store';
import { notFound } from '../http/problem';
import { addJob } from '../jobs/job';
import { wakeRunner } from '../jobs/runner';
import { noRelease, releaseOf } from '../releases/store';
import { personIn, useCase, type Work } from '../use-case';
import { deliveriesOf, filesOf, textsOf, type DeliveryRow } from './delivery-rows';

/** Deliveries as they are told: a product that may not be read is not named, nor what was proposed to it. */
async function tell(work: Work, rows: readonly (DeliveryRow & { by: string })[]) {
  const products = new Map((await allReadable(work)).flatMap((row) => (row.kind === 'product' ? [[row.id, row]] : [])));
  const ids = rows.flatMap(({ proposal_id }) => proposal_id ?? []);
  const known: { id: string; document_id: string; state: 'open' | 'merged' | 'closed'; branch: string }[] = await work.trx('proposals').whereIn('id', ids);
  const proposals = new Map(known.map((one) => [one.id, one]));
  return rows.map((row) => {
    const destination = JSON.parse(row.destination) as Destination;
    const product = destination.kind === 'repository' ? products.get(destination.product) : undefined;
    const proposal = product && proposals.get(row.proposal_id ?? '');
    return {
      id: row.id,
      output: row.output_id,
      name: row.name,
      version: row.version,
      destination: {
        kind: destination.kind,
        ...('folder' in destination && { folder: destination.folder }),
        ...(product && { product: product.name }),
      },
      files: filesOf(row).map(({ name, size, hash }) => ({ name, size, hash })),
      changed: Boolean(row.changed),
      proposal: proposal ? { id: proposal.id, state: proposal.state, branch: proposal.branch, product: product.slug } : null,
      by: row.by,
      at: row.at,
    };
  });
} // prettier-ignore

const list = useCase('deliveries.list', {
  needs: 'viewer',
  kind: 'library',
  document: (input) => input.slug,
  run: async (work, _input, row) => ({ deliveries: await tell(work, await deliveriesOf(work.trx, row.id)) }),
});

const read = useCase('deliveries.read', {
  needs: 'viewer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, input, row) {
    const all = await deliveriesOf(work.trx, row.id);
    const at = all.findIndex(({ id }) => id === input.id);
    const delivery = all[at];
    if (!delivery) throw notFound(`delivery ${input.id} of ${row.name}`);
    const before = all.slice(at + 1).find(({ output_id }) => output_id === delivery.output_id);
    const texts = await textsOf(work.trx, [delivery, ...(before ? [before] : [])].flatMap(filesOf).map(({ hash }) => hash)); // prettier-ignore
    const written = (one: DeliveryRow) =>
      filesOf(one).map(({ name, hash, size, stored }) =>
        stored ? { name, text: '', stored: { hash, size } } : { name, text: texts.get(hash)! },
      );
    const [told] = await tell(work, [delivery]);
    return {
      ...told!,
      files: written(delivery),
      before: before ? { version: before.version, files: written(before) } : null,
    };
  },
});

const deliver = useCase('deliveries.deliver', {
  needs: 'maintainer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, input, row) {
    const { items } = await loadDocument(work.trx, await draftOf(work.trx, row.id), 'library');
    const output = itemsOf(items, 'output').find(({ id }) => id === input.id);
    if (!output) throw notFound(`output ${input.id} of ${row.name}`);
    if (input.version !== undefined && !(await releaseOf(work.trx, row.id, input.version)))
      throw noRelease(input.version, row.name);
    const version = input.version === undefined ? {} : { version: input.version };
    const job = await addJob(work, 'delivery', row, personIn(work), { output: output.id, ...version });
    work.afterCommit(wakeRunner);
    return { job };
  },
});

/** Has a new release delivered by every output of which that is asked. */
export async function deliverRelease(
  work: Work,
  row: DocumentRow,
  version: string,
  outputs: readonly { id: string; onRelease: boolean }[],
): Promise<void> {
  for (const { id, onRelease } of outputs)
    if (onRelease) await addJob(work, 'delivery', row, personIn(work), { output: id, version });
  work.afterCommit(wakeRunner);
}

export const deliveryUseCases = [list, read, deliver];
