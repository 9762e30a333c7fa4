import type { GuideBlock, GuideItem, Reference } from '../documents/items';
import { ordersAfter } from '../documents/order';

/** How a live block is written in a guide file: a fenced block whose info string names it, one `name: value` a line. */
export interface BlockForm {
  kind: GuideBlock['kind'];
  /** The info string of its fence. */
  fence: string;
  title: string;
  read(
    fields: Record<string, string>,
    refer: (path: string, kind: 'group' | 'component') => Reference,
  ): Omit<GuideBlock, 'order'> | undefined;
}

/** The live blocks: adding one is an entry here and its drawing in the features. */
export const BLOCK_FORMS: readonly BlockForm[] = [
  {
    kind: 'tokenTable',
    fence: 'token-table',
    title: 'Token table',
    read: ({ group }, refer) => (group ? { kind: 'tokenTable', group: refer(group, 'group') } : undefined),
  },
  {
    kind: 'typeSpecimen',
    fence: 'type-specimen',
    title: 'Type specimen',
    read: ({ group, sample }, refer) =>
      group ? { kind: 'typeSpecimen', group: refer(group, 'group'), sample: sample ?? '' } : undefined,
  },
  {
    kind: 'component',
    fence: 'component',
    title: 'Component with its props',
    read: ({ name, ...props }, refer) =>
      name ? { kind: 'component', component: refer(name, 'component'), props } : undefined,
  },
  {
    kind: 'anatomy',
    fence: 'anatomy',
    title: 'Anatomy of a component',
    read: ({ name, ...props }, refer) =>
      name ? { kind: 'anatomy', component: refer(name, 'component'), props } : undefined,
  },
];

/** Reads a guide file: Markdown (its first heading is the title) with fenced live blocks between the text. */
export function readGuide(
  markdown: string,
  options: {
    id: string;
    name: string;
    order: string;
    blockId: () => string;
    refer: (path: string, kind: 'group' | 'component') => Reference;
  },
): GuideItem {
  const title = /^#\s+(.+)$/m.exec(markdown)?.[1]?.trim() ?? options.name;
  const body = markdown.replace(/^#\s+.+$/m, '');
  const found: Omit<GuideBlock, 'order'>[] = [];
  const fences = BLOCK_FORMS.map((form) => form.fence).join('|');
  let last = 0;
  const text = (end: number) => {
    const part = body.slice(last, end).trim();
    if (part !== '') found.push({ kind: 'text', markdown: part } as Omit<GuideBlock, 'order'>);
  };
  for (const match of body.matchAll(
    new RegExp('^```(' + fences + ')[ \\t]*\\n([\\s\\S]*?)^```[ \\t]*$', 'gm'),
  )) {
    text(match.index);
    last = match.index + match[0].length;
    const fields = Object.fromEntries(
      [...match[2]!.matchAll(/^([\w-]+):[ \t]*(.*)$/gm)].map((line) => [line[1]!, line[2]!.trim()]),
    );
    const block = BLOCK_FORMS.find((form) => form.fence === match[1])!.read(fields, options.refer);
    found.push(block ?? ({ kind: 'text', markdown: match[0] } as Omit<GuideBlock, 'order'>));
  }
  text(body.length);
  const orders = ordersAfter(null, found.length);
  const blocks = Object.fromEntries(
    found.map((block, i) => [options.blockId(), { ...block, order: orders[i]! } as GuideBlock]),
  );
  return { id: options.id, kind: 'guide', name: options.name, title, order: options.order, blocks };
}
