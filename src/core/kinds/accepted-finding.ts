import { defineKind } from '../document/item-kind';
import type { ItemBase } from '../document/item';
import { name, text } from '../document/schema';

declare module '../document/item' {
  interface ItemTypes {
    acceptedFinding: AcceptedFindingItem;
  }
}
interface AcceptedFindingItem extends ItemBase {
  kind: 'acceptedFinding';
  code: string;
  path: string;
  reason: string;
}

export const acceptedFinding = defineKind({
  kind: 'acceptedFinding',
  document: 'library',
  words: ['accepted finding', 'accepted findings'],
  properties: { code: name, path: text, reason: text },
  title: ({ code, path }) => `${code} at ${path}`,
  page: () => 'findings',
});
