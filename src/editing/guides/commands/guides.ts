import { addItem, moveEntry, setField } from '@/core/document/edits';
import { itemsOf, ordered } from '@/core/document/item';
import type { BlockContent, GuideBlockKind, GuideItem } from '@/core/guides/block';
import { GUIDE_BLOCKS } from '@/core/guides/blocks/registry';
import { orderBetween, ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';

function ownGuide(library: OpenLibrary, name: string): GuideItem | undefined {
  return itemsOf(library.own.items, 'guide').find((guide) => guide.name === name);
}

/** Starts a guide; one about a component begins with its specimen. */
export function addGuide(
  library: OpenLibrary,
  { title, component: about }: { title: string; component?: string },
  newId: NewId,
): Command {
  const name = title
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  if (name === '') return refuse('A guide needs a title', 'Enter one');
  const all = itemsOf(library.items, 'guide');
  if (all.some((guide) => guide.name === name))
    return refuse(`There is a guide at ${name} already`, 'Choose another title');
  const last =
    all
      .map((guide) => guide.order)
      .sort()
      .at(-1) ?? null;
  const shown = itemsOf(library.items, 'component').find((component) => component.name === about);
  if (about !== undefined && !shown)
    return refuse(`There is no component ${about}`, 'Choose one from the list');
  const contents: BlockContent[] = [
    { kind: 'text', markdown: 'Say what this is for, and what it is not for.' },
    ...(shown
      ? [{ kind: 'component' as const, component: { id: shown.id, path: shown.name }, props: {} }]
      : []),
  ];
  const orders = ordersAfter(null, contents.length);
  return {
    label: `Create guide ${title.trim()}`,
    edits: [
      addItem({
        id: newId('guide'),
        kind: 'guide',
        name,
        title: title.trim(),
        order: ordersAfter(last, 1)[0]!,
        blocks: Object.fromEntries(
          contents.map((content, i) => [newId('block'), { order: orders[i]!, ...content }]),
        ),
      }),
    ],
  };
}

/** What a form or a guide file says of a block: its kind, and its fields by name. */
interface NewBlock {
  kind: GuideBlockKind;
  fields: Record<string, string>;
}

export function addBlock(
  library: OpenLibrary,
  { guide: name, block, behind }: { guide: string; block: NewBlock; behind?: string },
  newId: NewId,
): Command {
  const guide = ownGuide(library, name);
  if (!guide) return refuse(`${name} is inherited`, 'Change it in the library it comes from');
  const form = GUIDE_BLOCKS.get(block.kind);
  const content = form?.parse(block.fields, (path, kind) => ({
    path,
    id:
      kind === 'group'
        ? library.tree.ids.get(path)
        : itemsOf(library.items, 'component').find((other) => other.name === path)?.id,
  }));
  if (!form || !content) return refuse('The block is not complete', 'Fill in every field it needs');
  const all = ordered(guide.blocks);
  const at = behind === undefined ? all.length - 1 : all.findIndex((other) => other.id === behind);
  const order = orderBetween(all[at]?.order ?? null, all[at + 1]?.order ?? null);
  return {
    label: `Add ${form.title.toLowerCase()} to ${guide.title}`,
    edits: [setField(guide, `blocks/${newId('block')}`, { order, ...content })],
  };
}

export function moveBlock(
  library: OpenLibrary,
  { guide: name, block, to }: { guide: string; block: string; to: number },
): Command {
  const guide = ownGuide(library, name);
  if (!guide?.blocks[block]) return refuse('The block is no longer there', 'Reload the guide');
  const others = ordered(guide.blocks).filter((other) => other.id !== block);
  const order = orderBetween(others[to - 1]?.order ?? null, others[to]?.order ?? null);
  return { label: `Move a block of ${guide.title}`, edits: [moveEntry(guide, `blocks/${block}`, order)] };
}

export function setBlockText(
  library: OpenLibrary,
  { guide: name, block, text }: { guide: string; block: string; text: string },
): Command {
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
): Command {
  const guide = ownGuide(library, name);
  if (!guide?.blocks[block]) return refuse('The block is no longer there', 'Reload the guide');
  return { label: `Remove a block from ${guide.title}`, edits: [setField(guide, `blocks/${block}`, null)] };
}
