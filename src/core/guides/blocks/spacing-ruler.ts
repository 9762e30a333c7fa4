import { object, oneOf, order, reference } from '../../document/schema';
import type { Reference } from '../../document/item';
import { pathOf } from '../../tokens/token-tree';
import type { BlockForm } from '../block';
import { cssLineOf, escapeHtml } from '../html';
import { tokensOfGroup, type ShownToken } from '../shown-token';

declare module '../block' {
  interface GuideBlockTypes {
    spacingRuler: { stored: { group: Reference }; shown: { group: string; rows: ShownToken[] } };
  }
}

export const spacingRuler: BlockForm<'spacingRuler'> = {
  kind: 'spacingRuler',
  title: 'Spacing ruler',
  fence: 'spacing-ruler',
  schema: object({ order, kind: oneOf('spacingRuler'), group: reference }),
  options: [{ name: 'group', label: 'Group of tokens', kind: 'group' }],
  parse: ({ group }, refer) => (group ? { kind: 'spacingRuler', group: refer(group, 'group') } : undefined),
  print: ({ group }, path) => ({ group: path(group) }),
  references: ({ group }) => [group],
  show(block, source) {
    const group = pathOf(block.group, source.items);
    return { kind: 'spacingRuler', group, rows: tokensOfGroup(source, group, 'dimension') };
  },
  html: ({ rows }) =>
    rows
      .map(
        ({ path, css }) =>
          `<p><code>${escapeHtml(path)}</code> ${escapeHtml(cssLineOf(css))}<br><span style="display:inline-block;height:12px;background:currentColor;width:${escapeHtml(cssLineOf(css))}"></span></p>`,
      )
      .join(''),
};
