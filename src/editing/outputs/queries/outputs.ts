import { byOrder, itemsOf } from '@/core/document/item';
import type { OutputItem } from '@/core/outputs/output-item';
import type { OpenLibrary } from '@/editing/session/open-library';

/** The outputs of the library, in their order. */
export const outputs = (library: OpenLibrary): OutputItem[] =>
  itemsOf(library.own.items, 'output').sort(byOrder);
