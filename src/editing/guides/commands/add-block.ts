import { moveEntry, setField } from '@/core/document/edits';
import { ordered } from '@/core/document/item';
import { GUIDE_BLOCKS } from '@/core/guides/blocks/registry';
import { placeAmong } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { contentOf, ownGuide, type NewBlock } from '@/editing/guides/own-guide';

export function addBlock(
  library: OpenLibrary,
  { guide: name, block, behind }: { guide: string; block: NewBlock; behind?: string },
  newId: NewId,
): Command {
  const guide = ownGuide(library, name);
  if (!guide) return refuse(`${name} is inherited`, 'Change it in the library it comes from');
  const form = GUIDE_BLOCKS.get(block.kind);
  const content = contentOf(library, block);
  if (!form || !content) return refuse('The block is not complete', 'Fill in every field it needs');
  const all = ordered(guide.blocks);
  const at = behind === undefined ? all.length - 1 : all.findIndex((other) => other.id === behind);
  const { order, moved } = placeAmong(
    all.map((other) => other.order),
    at + 1,
  );
  return {
    label: `Add ${form.title.toLowerCase()} to ${guide.title}`,
    edits: [
      ...[...moved].map(([place, key]) => moveEntry(guide, `blocks/${all[place]!.id}`, key)),
      setField(guide, `blocks/${newId('block')}`, { order, ...content }),
    ],
  };
}
