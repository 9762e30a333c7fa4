import { defineKind } from '../document/item-kind';
import { name, oneOf, order, record, reference } from '../document/schema';

export const pin = defineKind({
  kind: 'pin',
  document: 'product',
  words: ['pin', 'pins'],
  properties: {
    library: reference,
    version: name,
    order,
    policy: oneOf('ask', 'patches', 'minors'),
    held: record(name),
    theme: reference,
    // One value: brand and scheme are chosen for each other.
    contexts: { type: 'object', maxProperties: 50, additionalProperties: name },
  },
  optional: ['order', 'theme', 'contexts'],
  title: ({ library, version }) => `${library.path} ${version}`,
  unique: ({ library }) => `pin ${library.id ?? library.path}`,
  pinned: ({ library, version }) => ({ library, version }),
});
