import { defineKind } from '../document/item-kind';
import { entryChanges } from '../components/component-changes';
import { boundInEntries } from '../components/component-references';
import { entryTexts } from '../components/component-texts';
import { withMembers } from '../document/item-text';
import { styleEntry } from '../components/schema';
import { name, order, record } from '../document/schema';

export const ruleSet = defineKind({
  kind: 'ruleSet',
  document: 'library',
  words: ['rule set', 'rule sets'],
  properties: { order, name, entries: record(styleEntry) },
  title: ({ name }) => name,
  references: ({ entries }) => boundInEntries(entries),
  texts: (item, visit) => withMembers(item, { entries: entryTexts(item.entries, visit) }),
  changes: (before, after, change, items) => entryChanges(before.entries, after.entries, change, items),
  page: () => 'components',
});
