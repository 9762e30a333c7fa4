import type { Knex } from 'knex';
import { itemsOf } from '@/core/document/item';
import type { Destination } from '@/core/outputs/output-item';
import { readable, type DocumentRow } from '../access/authorise';
import { draftOf, loadDocument } from '../documents/store';
import { notFound } from '../http/problem';
import { addJob } from '../jobs/job';
import { wakeRunner } from '../jobs/runner';
import { personIn, useCase, type Work } from '../use-case';
import { noRelease, releaseOf } from '../releases/store';
import { deliveriesOf, type DeliveredFile, type DeliveryRow } from './delivery-rows';

/** The proposal a delivery came to, for who may read the product it was made to. */
async function proposalOf(work: Work, { proposal_id }: DeliveryRow) {
  const row =
    proposal_id &&
    (await work
      .trx('proposals')
      .join('documents', 'documents.id', 'proposals.document_id')
      .where({ 'proposals.id': proposal_id })
      .first('proposals.id', 'proposals.state', 'proposals.branch', 'documents.slug'));
  if (!row || !(await readable(work, { slug: row.slug, kind: 'product' }))) return null;
  return { id: row.id, state: row.state, branch: row.branch, product: row.slug };
}

/** A destination as it is told: a product that may not be read is not named. */
async function toldDestination(work: Work, { destination }: Pick<DeliveryRow, 'destination'>) {
  const known = JSON.parse(destination) as Destination;
  if (known.kind !== 'repository') return { kind: known.kind, ...('folder' in known && { folder: known.folder }) };
  const product = await readable(work, { id: known.product });
  return { kind: known.kind, folder: known.folder, ...(product && { product: product.name }) };
} // prettier-ignore

const told = async (work: Work, row: DeliveryRow & { by: string }) => ({
  id: row.id,
  output: row.output_id,
  name: row.name,
  version: row.version,
  destination: await toldDestination(work, row),
  files: JSON.parse(row.files) as DeliveredFile[],
  changed: Boolean(row.changed),
  proposal: await proposalOf(work, row),
  by: row.by,
  at: row.at,
});

const list = useCase('deliveries.list', {
  needs: 'viewer',
  kind: 'library',
  document: (input) => input.slug,
  async run(work, _input, row) {
    const deliveries = [];
    for (const delivery of await deliveriesOf(work.trx, row.id)) deliveries.push(await told(work, delivery));
    return { deliveries };
  },
});

const textsOf = async (trx: Knex, files: readonly DeliveredFile[]) => {
  const rows: { hash: string; text: string }[] = await trx('delivered_files').whereIn(
    'hash',
    files.map(({ hash }) => hash),
  );
  const texts = new Map(rows.map(({ hash, text }) => [hash, text]));
  return files.map(({ name, hash }) => ({ name, text: texts.get(hash) ?? '' }));
};

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
    const filesOf = (one: DeliveryRow) => textsOf(work.trx, JSON.parse(one.files) as DeliveredFile[]);
    return {
      ...(await told(work, delivery)),
      files: await filesOf(delivery),
      before: before ? { version: before.version, files: await filesOf(before) } : null,
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
