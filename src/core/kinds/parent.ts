import { defineKind } from '../document/item-kind';
import type { ItemBase, Reference } from '../document/item';
import { name, reference } from '../document/schema';

declare module '../document/item' {
  interface ItemTypes {
    parent: ParentItem;
  }
}
/** The library this one inherits from, pinned to one release. */
interface ParentItem extends ItemBase {
  kind: 'parent';
  library: Reference;
  version: string;
}

export const parent = defineKind({
  kind: 'parent',
  document: 'library',
  words: ['parent library', 'parent libraries'],
  properties: { library: reference, version: name },
  title: ({ library, version }) => `${library.path} ${version}`,
  unique: () => 'parent',
  pinned: ({ library, version }) => ({ library, version }),
});
