import { defineKind } from '../document/item-kind';
import { name, order, reference, text } from '../document/schema';
import { SCREEN_WIDTH } from '../products/items';

export const screen = defineKind({
  kind: 'screen',
  document: 'product',
  words: ['screen', 'screens'],
  properties: {
    order,
    name,
    title: text,
    width: { type: 'number', minimum: SCREEN_WIDTH.least, maximum: SCREEN_WIDTH.most },
    theme: reference,
  },
  optional: ['theme'],
  title: ({ title }) => title,
});
