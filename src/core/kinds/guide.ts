import { defineKind } from '../document/item-kind';
import { GUIDE_BLOCKS } from '../guides/blocks/registry';
import { guideChanges } from '../guides/guide-changes';
import { mapEntries, withMembers } from '../document/item-text';
import { ordered } from '../document/item';
import { name, order, record, text } from '../document/schema';

export const guide = defineKind({
  kind: 'guide',
  document: 'library',
  words: ['guide', 'guides'],
  properties: {
    order,
    name,
    title: text,
    blocks: record({ anyOf: [...GUIDE_BLOCKS.values()].map((block) => block.schema) }),
  },
  unique: ({ name }) => `guide ${name}`,
  title: ({ title }) => title,
  references: ({ blocks }) =>
    ordered(blocks).flatMap((block, i) =>
      GUIDE_BLOCKS.get(block.kind)!
        .references(block)
        .map((to) => ({ to, place: `block ${i + 1}` })),
    ),
  texts: (item, visit) =>
    withMembers(item, {
      blocks: mapEntries(item.blocks, (block) =>
        block.kind === 'text'
          ? withMembers(block, { markdown: visit(block.markdown, 'text', 'prose') })
          : block,
      ),
    }),
  impact: { added: 'minor', removed: 'patch' },
  changes: guideChanges,
  page: ({ name }) => `guides/${name}`,
});
