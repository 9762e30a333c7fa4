import { addItem, moveEntry, setField } from '../../documents/edits';
import { itemsOf, ordered, type GuideBlock, type GuideItem } from '../../documents/items';
import { orderBetween, ordersAfter } from '../../documents/order';
import type { OpenLibrary } from '../open-library';
import { refuse, type NewId, type Plan } from './plan';

function ownGuide(library: OpenLibrary, name: string): GuideItem | undefined {
  return itemsOf(library.own.items, 'guide').find((guide) => guide.name === name);
}

export function addGuide(library: OpenLibrary, { title }: { title: string }, newId: NewId): Plan {
  const name = title
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  if (name === '') return refuse('A guide needs a title', 'Type one');
  const all = itemsOf(library.items, 'guide');
  if (all.some((guide) => guide.name === name))
    return refuse(`There is a guide at ${name} already`, 'Choose another title');
  const last =
    all
      .map((guide) => guide.order)
      .sort()
      .at(-1) ?? null;
  const block = {
    order: ordersAfter(null, 1)[0]!,
    kind: 'text' as const,
    markdown: 'Say what this is for, and what it is not for.',
  };
  return {
    label: `Add the guide ${title.trim()}`,
    edits: [
      addItem({
        id: newId('guide'),
        kind: 'guide',
        name,
        title: title.trim(),
        order: ordersAfter(last, 1)[0]!,
        blocks: { [newId('block')]: block },
      }),
    ],
  };
}

type NewBlock =
  | { kind: 'text'; markdown: string }
  | { kind: 'tokenTable'; group: string }
  | { kind: 'typeSpecimen'; group: string; sample: string }
  | { kind: 'component' | 'anatomy'; component: string };

export function addBlock(
  library: OpenLibrary,
  { guide: name, block, behind }: { guide: string; block: NewBlock; behind?: string },
  newId: NewId,
): Plan {
  const guide = ownGuide(library, name);
  if (!guide) return refuse(`${name} comes from an ancestor`, 'Change it at the source');
  const all = ordered(guide.blocks);
  const at = behind === undefined ? all.length - 1 : all.findIndex((other) => other.id === behind);
  const order = orderBetween(all[at]?.order ?? null, all[at + 1]?.order ?? null);
  const group = (path: string) => ({ id: library.tree.ids.get(path), path });
  const stored: GuideBlock =
    block.kind === 'text'
      ? { order, kind: 'text', markdown: block.markdown }
      : block.kind === 'tokenTable'
        ? { order, kind: 'tokenTable', group: group(block.group) }
        : block.kind === 'typeSpecimen'
          ? { order, kind: 'typeSpecimen', group: group(block.group), sample: block.sample }
          : {
              order,
              kind: block.kind,
              component: {
                id: itemsOf(library.items, 'component').find((other) => other.name === block.component)?.id,
                path: block.component,
              },
              props: {},
            };
  return {
    label: `Add a block to ${guide.title}`,
    edits: [setField(guide, `blocks/${newId('block')}`, stored)],
  };
}

export function moveBlock(
  library: OpenLibrary,
  { guide: name, block, to }: { guide: string; block: string; to: number },
): Plan {
  const guide = ownGuide(library, name);
  if (!guide?.blocks[block]) return refuse('The block is no longer there', 'Reload the guide');
  const others = ordered(guide.blocks).filter((other) => other.id !== block);
  const order = orderBetween(others[to - 1]?.order ?? null, others[to]?.order ?? null);
  return { label: `Move a block of ${guide.title}`, edits: [moveEntry(guide, `blocks/${block}`, order)] };
}

export function setBlockText(
  library: OpenLibrary,
  { guide: name, block, text }: { guide: string; block: string; text: string },
): Plan {
  const guide = ownGuide(library, name);
  const old = guide?.blocks[block];
  if (!guide || old?.kind !== 'text') return refuse('The block is no longer there', 'Reload the guide');
  return {
    label: `Write in ${guide.title}`,
    edits: [setField(guide, `blocks/${block}`, { ...old, markdown: text })],
  };
}

export function removeBlock(
  library: OpenLibrary,
  { guide: name, block }: { guide: string; block: string },
): Plan {
  const guide = ownGuide(library, name);
  if (!guide?.blocks[block]) return refuse('The block is no longer there', 'Reload the guide');
  return { label: `Take a block out of ${guide.title}`, edits: [setField(guide, `blocks/${block}`, null)] };
}
