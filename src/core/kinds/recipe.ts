import { defineKind } from '../document/item-kind';
import { name, order, text } from '../document/schema';

export const recipe = defineKind({
  kind: 'recipe',
  document: 'library',
  words: ['recipe', 'recipes'],
  properties: { order, name, family: text, parameters: text },
  title: ({ name }) => name,
  page: () => 'scales',
});
