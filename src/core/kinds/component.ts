import { defineKind } from '../document/item-kind';
import { componentChanges } from '../components/component-changes';
import { componentReferences } from '../components/component-references';
import { componentTexts } from '../components/component-texts';
import { DATA_LIMITS } from '../components/data-table';
import { condition, givenProps, property, styleEntry, styleValue } from '../components/schema';
import {
  id,
  identifier,
  list,
  name,
  nullable,
  object,
  oneOf,
  order,
  record,
  reference,
  text,
} from '../document/schema';

const propKind = oneOf('choice', 'flag', 'text', 'slot');
const nested = object(
  {
    component: reference,
    asset: reference,
    props: givenProps,
    passed: record(identifier, identifier),
  },
  ['component', 'asset'],
);
const behaviour = {
  anyOf: [
    object({
      order,
      kind: oneOf('timed'),
      part: identifier,
      text,
      state: text,
      after: styleValue,
      does: text,
    }),
    object({ order, kind: oneOf('event'), part: identifier, text, name, on: identifier }),
    object({ order, kind: oneOf('note'), part: identifier, text }),
  ],
};

export const component = defineKind({
  kind: 'component',
  document: 'library',
  words: ['component', 'components'],
  properties: {
    order,
    name: identifier,
    description: text,
    rank: nullable(id),
    visibility: oneOf('released', 'internal'),
    deprecation: nullable(object({ reason: text, replacement: nullable(reference) })),
    template: { type: 'string', maxLength: 200_000 },
    states: list(identifier),
    parts: record(
      object(
        {
          order,
          name: identifier,
          shows: oneOf('text', 'icon', 'nothing'),
          description: text,
          adjustable: list(property),
          element: identifier,
        },
        ['adjustable', 'element'],
      ),
    ),
    props: record(
      object(
        {
          order,
          name: identifier,
          kind: propKind,
          values: list(identifier),
          default: text,
          description: text,
          accepts: list(reference),
          most: { type: 'integer', minimum: 1 },
          holds: list(nested),
        },
        ['accepts', 'most', 'holds'],
      ),
    ),
    entries: record(styleEntry),
    guards: record(
      object(
        {
          order,
          when: list(condition),
          part: identifier,
          property,
          value: text,
          note: text,
          under: record(text, name),
        },
        ['under'],
      ),
    ),
    excluded: record(object({ order, when: { ...list(condition), minItems: 1 }, why: text })),
    bases: list(reference),
    variationOf: nullable(reference),
    theme: reference,
    behaviours: record(behaviour),
    script: { type: 'string', maxLength: 100_000 },
    data: record(
      object({
        order,
        name,
        fills: nullable(identifier),
        columns: { ...list(name), minItems: 1, maxItems: DATA_LIMITS.columns },
        rows: {
          ...list({
            ...list({ type: 'string', maxLength: DATA_LIMITS.cell }),
            maxItems: DATA_LIMITS.columns,
          }),
          maxItems: DATA_LIMITS.rows,
        },
      }),
    ),
    code: nullable(object({ file: name, props: list(object({ name, kind: propKind, values: list(text) })) })),
  },
  optional: ['excluded', 'bases', 'variationOf', 'theme', 'behaviours', 'script', 'data', 'code'],
  unique: ({ name }) => `component ${name}`,
  title: ({ name }) => name,
  references: componentReferences,
  texts: componentTexts,
  requires: ({ rank }) => (rank === null ? [] : [{ id: rank, kind: 'rank' }]),
  impact: { added: 'minor', removed: 'major' },
  changes: componentChanges,
  released: ({ visibility }) => visibility !== 'internal',
  page: ({ name }) => `components/${name}`,
});
