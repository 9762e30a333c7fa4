import { defineKind } from '../document/item-kind';
import { id, name, order } from '../document/schema';

export const context = defineKind({
  kind: 'context',
  document: 'library',
  words: ['context', 'contexts'],
  properties: { order, axis: id, name },
  title: ({ name }) => name,
  unique: ({ axis, name }) => `context ${axis} ${name}`,
  requires: ({ axis }) => [{ id: axis, kind: 'axis' }],
  page: () => 'contexts',
});
