import { defineKind } from '../document/item-kind';
import { entryChanges } from '../components/component-changes';
import { boundInEntries } from '../components/component-references';
import { styleEntry } from '../components/schema';
import { name, order, record } from '../document/schema';

export const ruleSet = defineKind({
  kind: 'ruleSet',
  document: 'library',
  words: ['rule set', 'rule sets'],
  properties: { order, name, entries: record(styleEntry) },
  title: ({ name }) => name,
  references: ({ entries }) => boundInEntries(entries),
  changes: (before, after, change, items) => entryChanges(before.entries, after.entries, change, items),
  page: () => 'components',
});
