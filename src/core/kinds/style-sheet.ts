import { defineKind } from '../document/item-kind';
import { withMembers } from '../document/item-text';
import { name, order } from '../document/schema';

export const styleSheet = defineKind({
  kind: 'styleSheet',
  document: 'library',
  words: ['style sheet', 'style sheets'],
  properties: { order, name, css: { type: 'string', maxLength: 500_000 } },
  title: ({ name }) => name,
  texts: (item, visit) => withMembers(item, { css: visit(item.css, 'style sheet', 'css') }),
  impact: { added: 'minor', removed: 'major' },
  changes: (before, after, change) =>
    before.css === after.css
      ? []
      : [change('style', 'minor', null, null, 'What the style sheet sets for all components changed')],
  page: () => 'components',
});
