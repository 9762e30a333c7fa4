import type { Reference } from '../../document/item';
import { object, oneOf, order, reference, text } from '../../document/schema';
import { pathOf } from '../../tokens/token-tree';
import type { BlockForm } from '../block';
import { cssLineOf, escapeHtml } from '../html';
import { tokensOfGroup, type ShownToken } from '../shown-token';

declare module '../block' {
  interface GuideBlockTypes {
    typeSpecimen: {
      stored: { group: Reference; sample: string };
      shown: { group: string; sample: string; rows: ShownToken[] };
    };
  }
}

export const typeSpecimen: BlockForm<'typeSpecimen'> = {
  kind: 'typeSpecimen',
  title: 'Type specimen',
  fence: 'type-specimen',
  schema: object({ order, kind: oneOf('typeSpecimen'), group: reference, sample: text }),
  options: [
    { name: 'group', label: 'Group of tokens', kind: 'group' },
    { name: 'sample', label: 'Sample text', kind: 'line', optional: true },
  ],
  parse: ({ group, sample }, refer) =>
    group ? { kind: 'typeSpecimen', group: refer(group, 'group'), sample: sample ?? '' } : undefined,
  print: ({ group, sample }, path) => ({ group: path(group), ...(sample && { sample }) }),
  references: ({ group }) => [group],
  show(block, source) {
    const group = pathOf(block.group, source.items);
    return {
      kind: 'typeSpecimen',
      group,
      sample: block.sample,
      rows: tokensOfGroup(source, group, 'typography'),
    };
  },
  html: ({ rows, sample }) =>
    rows
      .map(
        ({ path, css }) =>
          `<p><code>${escapeHtml(path)}</code><br><span style="${escapeHtml(cssLineOf(css))}">${escapeHtml(sample || path)}</span></p>`,
      )
      .join(''),
};
