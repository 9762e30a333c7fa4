import { defineKind } from '../document/item-kind';
import { name, order } from '../document/schema';

export const goal = defineKind({
  kind: 'goal',
  document: 'product',
  words: ['goal', 'goals'],
  properties: { order, name, target: { type: 'number' } },
  title: ({ name }) => name,
});
