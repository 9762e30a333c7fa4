import { defineKind } from '../document/item-kind';
import { id, list, name, nullable, order, pair, text } from '../document/schema';

export const layer = defineKind({
  kind: 'layer',
  document: 'library',
  words: ['value layer', 'value layers'],
  properties: { order, name, when: list(pair(id, id)), file: nullable(text) },
  title: ({ name }) => name,
  requires: ({ when }) =>
    when.flatMap(([axis, context]) => [
      { id: axis, kind: 'axis' as const },
      { id: context, kind: 'context' as const },
    ]),
  page: () => 'contexts',
});
