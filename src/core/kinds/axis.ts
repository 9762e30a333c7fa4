import { defineKind } from '../document/item-kind';
import { id, name, nullable, order, text } from '../document/schema';

export const axis = defineKind({
  kind: 'axis',
  document: 'library',
  words: ['axis', 'axes'],
  properties: { order, name, description: text, default: nullable(id) },
  unique: ({ name }) => `axis ${name}`,
  title: ({ name }) => name,
  page: () => 'contexts',
});
