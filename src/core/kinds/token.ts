import { defineKind } from '../document/item-kind';
import { declaredReferences, declaredRequires, treeProperties, uniquePath } from './tree-declarations';

export const token = defineKind({
  kind: 'token',
  document: 'library',
  words: ['token', 'tokens'],
  properties: treeProperties,
  title: ({ name }) => name,
  references: declaredReferences,
  requires: declaredRequires,
  unique: uniquePath,
});
