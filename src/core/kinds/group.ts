import { defineKind } from '../document/item-kind';
import { declaredReferences, declaredRequires, treeProperties, uniquePath } from './tree-declarations';

export const group = defineKind({
  kind: 'group',
  document: 'library',
  words: ['group', 'groups'],
  // The group that holds all others has no name, and no other may lack one.
  properties: {
    ...treeProperties,
    name: { ...treeProperties.name, minLength: 0, pattern: '^([^$.{}][^.{}]*)?$' },
  },
  also: { if: { properties: { name: { const: '' } } }, then: { properties: { parent: { type: 'null' } } } },
  title: ({ name }) => name,
  references: declaredReferences,
  requires: declaredRequires,
  unique: uniquePath,
  changes: (before, after, change) =>
    before.name === after.name
      ? []
      : [
          change(
            'arranged',
            'patch',
            before.name,
            after.name,
            'The group was renamed; its tokens are listed with their new paths',
          ),
        ],
});
