import { defineKind } from '../document/item-kind';
import { givenProps, property, styleValue } from '../components/schema';
import { id, identifier, name, nullable, object, order, record, reference } from '../document/schema';

export const placement = defineKind({
  kind: 'placement',
  document: 'product',
  words: ['placement', 'placements'],
  properties: {
    order,
    screen: id,
    parent: nullable(id),
    slot: nullable(identifier),
    component: reference,
    props: givenProps,
    contents: name,
    overrides: record(object({ part: identifier, property, value: styleValue })),
  },
  optional: ['contents'],
  requires: ({ screen, parent }) => [
    { id: screen, kind: 'screen' },
    ...(parent === null ? [] : [{ id: parent, kind: 'placement' as const }]),
  ],
  title: ({ component }) => component.path,
  references: ({ component, slot, overrides }) => [
    { to: component, place: slot ? `in ${slot}` : 'placed' },
    ...Object.values(overrides).flatMap(({ part, property: overridden, value }) =>
      'token' in value ? [{ to: value.token, place: `override of ${overridden} of ${part}` }] : [],
    ),
  ],
});
