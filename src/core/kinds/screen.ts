import { defineKind } from '../document/item-kind';
import { name, order, text } from '../document/schema';

export const screen = defineKind({
  kind: 'screen',
  document: 'product',
  words: ['screen', 'screens'],
  properties: { order, name, title: text, width: { type: 'number', minimum: 100, maximum: 10_000 } },
  title: ({ title }) => title,
});
