import { listed } from '@/core/base/words';
import type { OutputItem } from '@/core/outputs/output-item';
import { OUTPUTS } from '@/core/outputs/registry';
import { contextText } from '@/core/tokens/system';
import type { DocumentEntry } from '@/ui/frame/types';

export const formatsText = ({ formats }: Pick<OutputItem, 'formats'>): string =>
  listed(formats.map((name) => OUTPUTS.get(name)?.title ?? name));

export const contextsText = ({ context }: Pick<OutputItem, 'context'>): string =>
  context === null ? 'All contexts' : `Only ${contextText(context)}`;

/** Where an output goes; a product that may not be read has no name. */
export function destinationText(
  { destination }: Pick<OutputItem, 'destination'>,
  documents: readonly DocumentEntry[],
): string {
  if (destination.kind === 'download') return 'Download';
  if (destination.kind === 'folder') return `Folder ${destination.folder}`;
  const product = documents.find(({ id }) => id === destination.product);
  return `${destination.folder} in the repository of ${product?.name ?? 'a product of another team'}`;
}
