import type { StyleSheetItem } from '@/core/components/definition';
import { itemsOf } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';

export const ownSheet = (library: OpenLibrary, name: string): StyleSheetItem | undefined =>
  itemsOf(library.own.items, 'styleSheet').find((sheet) => sheet.name === name);
