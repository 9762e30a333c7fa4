import { addItem } from '@/core/document/edits';
import { itemsOf } from '@/core/document/item';
import type { BlockContent } from '@/core/guides/block';
import { ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';

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
