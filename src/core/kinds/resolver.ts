import { defineKind } from '../document/item-kind';
import { id, list, name, pair, text } from '../document/schema';

export const resolver = defineKind({
  kind: 'resolver',
  document: 'library',
  words: ['resolver', 'resolvers'],
  properties: { file: name, text: { type: 'string' }, places: list(pair(text, id)) },
  title: ({ file }) => file,
});
