import { defineKind } from '../document/item-kind';
import { name, order } from '../document/schema';

export const rank = defineKind({
  kind: 'rank',
  document: 'library',
  words: ['rank', 'ranks'],
  properties: { order, name },
  title: ({ name }) => name,
  page: () => 'components',
});
