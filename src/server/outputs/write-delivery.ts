import { counted } from '@/core/base/words';
import { itemsOf, type Item } from '@/core/document/item';
import { effectiveLibrary, type Generation } from '@/core/library/effective';
import { deliveryFiles } from '@/core/outputs/deliver';
import type { OutputFile } from '@/core/outputs/output';
import type { OutputForm, OutputItem } from '@/core/outputs/output-item';
import { dtcgFiles } from '@/core/tokens/dtcg-files';
import { Resolution } from '@/core/tokens/resolve';
import { badRequest } from '../http/problem';
import type { Tell } from '../jobs/progress';

export interface DeliveryInput {
  output: OutputForm & Pick<OutputItem, 'name'>;
  ancestors: readonly Generation[];
  items: ReadonlyMap<string, Item>;
}

/** Characters of texts and bytes of other files, of one delivery. */
const MOST_DELIVERED = 50_000_000;
/** As many errors are said. */
const MOST_TOLD = 5;

/** The files of a delivery. @throws Problem 400 where something of it cannot be written, with what and how to mend that */
export function writeDelivery({ output, ancestors, items }: DeliveryInput, tell: Tell): OutputFile[] {
  tell({ done: 0, of: 2, doing: 'Writing the files' });
  const { authored, system } = effectiveLibrary([...ancestors, { name: '', version: '', items }]);
  const resolution = new Resolution(system);
  const { files, findings } = deliveryFiles(output, {
    resolution,
    components: itemsOf(authored, 'component'),
    items: authored,
    authored: () => dtcgFiles(authored, resolution, {}),
  });
  const errors = findings.filter(({ level, code }) => level === 'error' && STOPS.has(code));
  if (errors.length > 0) {
    const told = errors.slice(0, MOST_TOLD).map(({ message, fix }) => `${message}. ${fix}.`);
    const more = errors.length > MOST_TOLD ? ` ${counted(errors.length - MOST_TOLD, 'more error')}.` : '';
    throw badRequest(`${output.name} was not delivered. ${told.join(' ')}${more}`);
  }
  const size = files.reduce((sum, { text, stored }) => sum + (stored?.size ?? text.length), 0);
  if (size > MOST_DELIVERED)
    throw badRequest(
      `${output.name} was not delivered: its files would hold ${Math.ceil(size / 1e6)} MB, and ${MOST_DELIVERED / 1e6} MB are delivered at once. Choose fewer formats.`,
    );
  tell({ done: 1, of: 2, doing: 'Comparing with what is there' });
  return files;
}

/** What makes a delivery wrong, rather than leaving something out that is said. */
const STOPS: ReadonlySet<string> = new Set(['name-clash', 'unknown-context']);
