import { defineKind } from '../document/item-kind';
import { order, reference } from '../document/schema';

export const pairing = defineKind({
  kind: 'pairing',
  document: 'library',
  words: ['pairing', 'pairings'],
  properties: {
    order,
    text: reference,
    surface: reference,
    needs: { type: 'number', minimum: 1, maximum: 21 },
  },
  title: ({ text, surface }) => `${text.path} on ${surface.path}`,
  references: ({ text, surface }) => [
    { to: text, place: 'text' },
    { to: surface, place: 'surface' },
  ],
  page: () => 'pairings',
});
