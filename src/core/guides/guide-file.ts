import type { Code, Nodes } from 'mdast';
import { fromMarkdown } from 'mdast-util-from-markdown';
import { ordered, type Reference } from '../document/item';
import { ordersAfter } from '../document/order';
import { GUIDE_BLOCKS } from './blocks/registry';
import type { BlockContent, GuideBlock, GuideItem, Refer } from './block';

const FENCES = new Map(
  [...GUIDE_BLOCKS.values()].flatMap((form) => (form.fence ? [[form.fence, form]] : [])),
);

/** Reads a guide file: Markdown (its first heading is the title) with fenced live blocks between the text. */
export function readGuide(
  markdown: string,
  options: { id: string; name: string; order: string; blockId: () => string; refer: Refer },
): GuideItem {
  const found: BlockContent[] = [];
  let title: string | undefined;
  let last = 0;
  const textUntil = (end: number) => {
    const part = markdown.slice(last, end).trim();
    if (part !== '') found.push({ kind: 'text', markdown: part });
  };
  for (const node of fromMarkdown(markdown).children) {
    const { start, end } = node.position!;
    if (node.type === 'heading' && node.depth === 1 && title === undefined) {
      title = textOf(node).trim();
      textUntil(start.offset!);
      last = end.offset!;
    } else if (node.type === 'code') {
      const block = FENCES.get(node.lang ?? '')?.parse(fieldsOf(node), options.refer);
      if (!block) continue;
      textUntil(start.offset!);
      found.push(block);
      last = end.offset!;
    }
  }
  textUntil(markdown.length);
  const orders = ordersAfter(null, found.length);
  const blocks = Object.fromEntries(
    found.map((block, i) => [options.blockId(), { ...block, order: orders[i]! } as GuideBlock]),
  );
  const { id, name, order } = options;
  return { id, kind: 'guide', name, title: title || name, order, blocks };
}

/** Writes a guide as `readGuide` reads it. `path` gives a reference's present path. */
export function writeGuide(guide: GuideItem, path: (reference: Reference) => string): string {
  const parts = ordered(guide.blocks).map((block) => {
    const form = GUIDE_BLOCKS.get(block.kind)!;
    const fields = form.print(block, path);
    if (form.fence === null) return fields.markdown!;
    const lines = Object.entries(fields).map(([name, value]) => `${name}: ${value}`);
    return ['```' + form.fence, ...lines, '```'].join('\n');
  });
  return [`# ${guide.title}`, ...parts].join('\n\n') + '\n';
}

/** `name: value`, one a line. */
const fieldsOf = ({ value }: Code): Record<string, string> =>
  Object.fromEntries(
    [...value.matchAll(/^([\w-]+):[ \t]*(.*)$/gm)].map((line) => [line[1]!, line[2]!.trim()]),
  );

const textOf = (node: Nodes): string =>
  'value' in node ? node.value : 'children' in node ? node.children.map(textOf).join('') : '';
