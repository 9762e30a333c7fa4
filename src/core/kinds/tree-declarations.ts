import type { ItemReference } from '../document/item-kind';
import { id, list, name, nullable, object, order, pair, record, text } from '../document/schema';
import type { GroupItem, TokenItem } from '../tokens/items';

const declaration = object(
  {
    text: { type: 'string', maxLength: 500_000 },
    refs: list(pair(text, id)),
    at: order,
    tail: { type: 'integer', minimum: 1 },
  },
  ['at', 'tail'],
);

/** What tokens and groups have in common: a place in the tree, and one declaration a layer. */
export const treeProperties = {
  order,
  name: { ...name, pattern: '^(\\$root|[^$.{}][^.{}]*)$' },
  parent: nullable(id),
  declarations: record(declaration),
  redirects: list(text),
};
export const declaredReferences = ({ declarations }: TokenItem | GroupItem): ItemReference[] =>
  Object.entries(declarations).flatMap(([layer, { refs }]) =>
    refs.map(([path, target]) => ({ to: { id: target, path }, place: `layer ${layer}` })),
  );
/** Tokens and groups of one group share their names. */
export const uniquePath = ({ parent, name }: TokenItem | GroupItem): string => `path ${parent ?? ''} ${name}`;
export const declaredRequires = ({ parent, declarations }: TokenItem | GroupItem) => [
  ...(parent === null ? [] : [{ id: parent, kind: 'group' as const }]),
  ...Object.keys(declarations).map((id) => ({ id, kind: 'layer' as const })),
];
