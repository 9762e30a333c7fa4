import { defineKind } from '../document/item-kind';
import { id, name, order, reference, text } from '../document/schema';
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
    pin: id,
    theme: reference,
  },
  optional: ['pin', 'theme'],
  requires: ({ pin }) => (pin === undefined ? [] : [{ id: pin, kind: 'pin' }]),
  title: ({ title }) => title,
});
