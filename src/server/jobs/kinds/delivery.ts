import { itemsOf } from '@/core/document/item';
import type { OutputFile } from '@/core/outputs/output';
import { draftOf, loadDocument } from '../../documents/store';
import { badRequest } from '../../http/problem';
import { deliveriesTo, storeDelivery } from '../../outputs/delivery-rows';
import type { Going } from '../../outputs/destinations/destination';
import { DESTINATIONS } from '../../outputs/destinations/registry';
import { uploadedFor } from '../../outputs/uploaded';
import type { DeliveryInput } from '../../outputs/write-delivery';
import { ancestorsOf, noRelease, releaseItems, releaseOf } from '../../releases/store';
import { offeredOf } from '../../releases/standing';
import { jobKind } from '../job';
import { aside } from '../pool';

const MOST_SECONDS = 300;

interface Input {
  output: string;
  /** Of a release; undefined: the newest. */
  version?: string;
}
const kindOf = ({ destination }: Going) => DESTINATIONS.get(destination.kind)!;

/** The files of one output, made of a release and brought where the output says. */
export const delivery = jobKind<Input, { going: Going; written: DeliveryInput; known: unknown }, { going: Going; files: OutputFile[]; made: unknown }>({
  kind: 'delivery',
  label: 'Delivery',
  needs: 'maintainer',
  page: 'deliveries',
  idempotent: true,
  async read(work, library, input) {
    const { items: draft } = await loadDocument(work.trx, await draftOf(work.trx, library.id), 'library');
    const output = itemsOf(draft, 'output').find(({ id }) => id === input.output);
    if (!output) throw badRequest('The output was removed meanwhile. Nothing was delivered.');
    const version = input.version ?? (await offeredOf(work.trx, library.id)).releases[0]?.version;
    if (version === undefined) throw badRequest(`${library.name} has no release yet. Release first, then deliver.`);
    const release = await releaseOf(work.trx, library.id, version);
    if (!release) throw noRelease(version, library.name);
    const items = await releaseItems(work.trx, release.id);
    const before = await deliveriesTo(work.trx, output);
    const ancestors = await ancestorsOf(work, items);
    const uploaded = await uploadedFor(work.trx, output.formats, [items, ...ancestors.map((one) => one.items)]);
    const going = { library, release, output, destination: output.destination, before, uploaded };
    return {
      going,
      written: { output, ancestors, items },
      known: await kindOf(going).read(work, going),
    };
  },
  async compute({ going, written, known }, beside) {
    const files = await aside('writeDelivery', written, 'The files', MOST_SECONDS, beside);
    return { going, files, made: await kindOf(going).prepare(going, files, known) };
  },
  async commit(work, _document, _input, { going, files, made }) {
    const arrived = await kindOf(going).bring(work, going, files, made);
    await storeDelivery(work, going, files, arrived);
    return arrived.said;
  },
}); // prettier-ignore
