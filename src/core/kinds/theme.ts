import { defineKind } from '../document/item-kind';
import { entryChanges } from '../components/component-changes';
import { boundInEntries } from '../components/component-references';
import { entryTexts } from '../components/component-texts';
import { styleEntry } from '../components/schema';
import { withMembers } from '../document/item-text';
import { name, order, record, text } from '../document/schema';

export const theme = defineKind({
  kind: 'theme',
  document: 'library',
  words: ['theme', 'themes'],
  properties: { order, name, description: text, entries: record(styleEntry) },
  unique: ({ name }) => `theme ${name}`,
  title: ({ name }) => name,
  references: ({ entries }) => boundInEntries(entries),
  texts: (item, visit) => withMembers(item, { entries: entryTexts(item.entries, visit) }),
  impact: { added: 'minor', removed: 'major' },
  changes: (before, after, change, items) => [
    ...(before.name === after.name
      ? []
      : [change('renamed', 'minor', before.name, after.name, 'The theme was renamed')]),
    ...(before.description === after.description
      ? []
      : [change('described', 'patch', before.description, after.description, 'The description changed')]),
    ...entryChanges(before.entries, after.entries, change, items),
  ],
  page: () => 'themes',
});
