import { defineKind } from '../document/item-kind';
import { id, name, nullable, object, oneOf, order, record, text } from '../document/schema';
import { FOLDER, PREFIX } from '../outputs/output-item';
import { OUTPUTS } from '../outputs/registry';
import { LENGTH_UNITS } from '../outputs/units';

const folder = { type: 'string', maxLength: 200, pattern: FOLDER };

export const output = defineKind({
  kind: 'output',
  document: 'library',
  words: ['output', 'outputs'],
  properties: {
    order,
    name,
    formats: { type: 'array', items: oneOf(...OUTPUTS.keys()), minItems: 1, uniqueItems: true },
    context: nullable(record(text, name)),
    prefix: { type: 'string', pattern: `^$|${PREFIX}` },
    unit: nullable(oneOf(...LENGTH_UNITS)),
    destination: {
      anyOf: [
        object({ kind: oneOf('download') }),
        object({ kind: oneOf('folder'), folder }),
        object({ kind: oneOf('repository'), product: id, folder }),
      ],
    },
    onRelease: { type: 'boolean' },
  },
  optional: ['unit'],
  title: ({ name }) => name,
  unique: ({ name }) => name,
  released: () => false,
  product: ({ destination }) => (destination.kind === 'repository' ? destination.product : undefined),
  page: () => 'deliveries',
});
