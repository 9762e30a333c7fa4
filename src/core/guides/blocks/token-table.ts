import type { Reference } from '../../document/item';
import { object, oneOf, order, reference } from '../../document/schema';
import { pathOf } from '../../tokens/token-tree';
import type { BlockForm } from '../block';
import { cssLineOf, escapeHtml, swatchHtml, tableHtml } from '../html';
import { tokensOfGroup, type ShownToken } from '../shown-token';

declare module '../block' {
  interface GuideBlockTypes {
    tokenTable: { stored: { group: Reference }; shown: { group: string; rows: ShownToken[] } };
  }
}

export const tokenTable: BlockForm<'tokenTable'> = {
  kind: 'tokenTable',
  title: 'Token table',
  fence: 'token-table',
  schema: object({ order, kind: oneOf('tokenTable'), group: reference }),
  options: [{ name: 'group', label: 'Group of tokens', kind: 'group' }],
  parse: ({ group }, refer) => (group ? { kind: 'tokenTable', group: refer(group, 'group') } : undefined),
  print: ({ group }, path) => ({ group: path(group) }),
  references: ({ group }) => [group],
  show(block, source) {
    const group = pathOf(block.group, source.items);
    return { kind: 'tokenTable', group, rows: tokensOfGroup(source, group) };
  },
  html: ({ group, rows }) =>
    tableHtml(
      group,
      ['Token', 'Value', 'Description'],
      rows.map(({ path, type, css, description }) => [
        `<code>${escapeHtml(path)}</code>`,
        `${type === 'color' ? swatchHtml(cssLineOf(css)) : ''}<code>${escapeHtml(cssLineOf(css))}</code>`,
        escapeHtml(description),
      ]),
    ),
};
